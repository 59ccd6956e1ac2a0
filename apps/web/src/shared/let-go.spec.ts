import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { LetGo } from './let-go';

@Component({
  imports: [LetGo],
  template: `
    <div alLetGo>
      <button type="button">Tray</button>
      <select>
        <option>1</option>
        <option>10</option>
      </select>
    </div>
  `,
})
class Bench {}

describe('what is worked by hand', () => {
  function parts() {
    const { nativeElement } = TestBed.createComponent(Bench) as { nativeElement: HTMLElement };
    document.body.append(nativeElement);
    const [button, select] = [nativeElement.querySelector('button')!, nativeElement.querySelector('select')!];
    const send = (element: HTMLElement, event: Event): void => {
      element.focus();
      element.dispatchEvent(event);
    };
    return { button, select, send };
  }
  const bubbling = { bubbles: true };

  test('lets a tapped button go, and keeps one that was pressed by keys', () => {
    const { button, send } = parts();
    send(button, new MouseEvent('click', { ...bubbling, detail: 0 }));
    expect(document.activeElement).toBe(button);
    send(button, new MouseEvent('click', { ...bubbling, detail: 1 }));
    expect(document.activeElement).not.toBe(button);
  });

  test('lets a list go once something is chosen, not while it is open, and never by keys', () => {
    const { select, send } = parts();
    send(select, new Event('pointerdown', bubbling));
    send(select, new MouseEvent('click', { ...bubbling, detail: 1 }));
    expect(document.activeElement).toBe(select);
    send(select, new Event('change', bubbling));
    expect(document.activeElement).not.toBe(select);
    send(select, new KeyboardEvent('keydown', { ...bubbling, key: 'ArrowDown' }));
    send(select, new Event('change', bubbling));
    expect(document.activeElement).toBe(select);
  });
});
