import { BreakpointObserver } from '@angular/cdk/layout';
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { Margin } from '../margin/margin';
import { SlipPaper } from './slip-paper';
import { Slips } from './slips';

@Component({
  imports: [Margin, SlipPaper],
  template: `
    @if (!slips.isInMargin()) {
      <header><al-slip /></header>
    }
    @if (hasMargin()) {
      <al-margin>why</al-margin>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Host {
  readonly slips = TestBed.inject(Slips);
  readonly hasMargin = signal(true);
}

function shown(wide = true) {
  TestBed.configureTestingModule({
    providers: [{ provide: BreakpointObserver, useValue: { observe: () => of({ matches: wide }) } }],
  });
  const fixture = TestBed.createComponent(Host);
  fixture.detectChanges();
  const page = fixture.nativeElement as HTMLElement;
  return {
    slips: fixture.componentInstance.slips,
    hasMargin: fixture.componentInstance.hasMargin,
    in: (where: string): string => {
      fixture.detectChanges();
      return page.querySelector(`${where} al-slip p`)?.textContent ?? '';
    },
    button: (name: string) => {
      fixture.detectChanges();
      return [...page.querySelectorAll('button')].find((each) =>
        [each.ariaLabel, each.textContent!.trim()].includes(name),
      );
    },
  };
}

describe('the slip of what was just done', () => {
  test('lies at the top of the margin, and over the work where no margin stands beside it', () => {
    const page = shown();
    page.slips.lay({ text: 'M-0403 is saved' });
    expect(page.in('aside')).toBe('M-0403 is saved');
    expect(page.in('header')).toBe('');
    page.hasMargin.set(false);
    expect(page.in('header')).toBe('M-0403 is saved');
    TestBed.resetTestingModule();
    const narrow = shown(false);
    narrow.slips.lay({ text: 'M-0403 is saved' });
    expect(narrow.in('header')).toBe('M-0403 is saved');
    expect(narrow.in('aside')).toBe('');
  });

  test('stays until it is put away or another is laid in its stead', () => {
    const page = shown();
    page.slips.lay({ text: 'Bowl B is saved' });
    page.slips.lay({ text: 'Bowl A is saved' });
    expect(page.in('aside')).toBe('Bowl A is saved');
    page.button('Put the slip away')!.click();
    expect(page.in('aside')).toBe('');
  });

  test('has a way back for as long as there is one', () => {
    const page = shown();
    const canUndo = signal(true);
    let undone = 0;
    page.slips.lay({ text: 'Batch 7 is split', undo: () => (undone += 1), canUndo });
    expect(page.button('Undo')).toBeDefined();
    canUndo.set(false);
    expect(page.button('Undo')).toBeUndefined();
    canUndo.set(true);
    page.button('Undo')!.click();
    expect(undone).toBe(1);
    expect(page.in('aside')).toBe('');
  });
});
