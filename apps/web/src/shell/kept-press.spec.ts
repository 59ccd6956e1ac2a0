import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { keepPress } from './kept-press';

@Component({
  template: `
    <p>Nothing to press</p>
    <button type="button" class="take" (click)="did.push('take')"><span>Take the order</span></button>
    <button type="button" class="cancel" (click)="did.push('cancel')">Cancel</button>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Host {
  readonly did: string[] = [];
  constructor() {
    keepPress();
  }
}

/** What is done by a finger that goes down on one thing and, the page or the finger having moved, comes up on another. */
function pressed(from: string, to: string, { movedPx = 0, detail = 1, isGone = false } = {}): string[] {
  const fixture = TestBed.createComponent(Host);
  const page = fixture.nativeElement as HTMLElement;
  document.body.append(page);
  fixture.detectChanges();
  const at = { bubbles: true, button: 0, clientX: 100, cancelable: true };
  page.querySelector(from)!.dispatchEvent(new MouseEvent('pointerdown', { ...at, clientY: 100 }));
  if (isGone) page.querySelector(from)!.remove();
  page.querySelector(to)!.dispatchEvent(new MouseEvent('click', { ...at, detail, clientY: 100 + movedPx }));
  return fixture.componentInstance.did;
}

describe('a press', () => {
  test('does what it is on', () => {
    expect(pressed('.take span', '.take')).toEqual(['take']);
  });

  test('does what was under the finger where the page has moved: not nothing, and nothing else', () => {
    expect(pressed('.take', 'p')).toEqual(['take']);
    expect(pressed('.take span', '.cancel')).toEqual(['take']);
  });

  test('that is drawn away from a button does not press it', () => {
    expect(pressed('.take', 'p', { movedPx: 40 })).toEqual([]);
  });

  test('by keyboard is left alone, whatever was pressed before', () => {
    expect(pressed('p', '.cancel')).toEqual(['cancel']);
    expect(pressed('.take', '.cancel', { detail: 0 })).toEqual(['cancel']);
  });

  test('on what has gone meanwhile does nothing', () => {
    expect(pressed('.take', '.cancel', { isGone: true })).toEqual([]);
  });
});
