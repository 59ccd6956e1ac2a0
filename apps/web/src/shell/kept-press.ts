import { DOCUMENT } from '@angular/common';
import { DestroyRef, inject } from '@angular/core';

const PRESSED = 'button, a[href]';
/** Who moves farther than this between down and up, in px, has thought better of it. */
const STAYED_PX = 10;

interface Down {
  readonly on: HTMLElement;
  readonly x: number;
  readonly y: number;
}

/**
 * A press does what was under the finger when it went down. Where the page moves before the finger is up again – an answer comes,
 * a line more is told – the browser presses nothing, or what has come to lie there.
 */
export function keepPress(): void {
  const document = inject(DOCUMENT);
  let last: Down | null = null;
  const down = (event: PointerEvent): void => {
    const on = pressedOf(event.target);
    last = on && event.button === 0 ? { on, x: event.clientX, y: event.clientY } : null;
  };
  const click = (event: MouseEvent): void => {
    const meant = last;
    last = null;
    // a key presses too, and is nowhere
    if (!meant || event.detail === 0) return;
    if (meant.on === pressedOf(event.target) || !isNear(meant, event)) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    if (meant.on.isConnected) meant.on.click();
  };
  const cancel = (): void => void (last = null);
  document.addEventListener('pointerdown', down, true);
  document.addEventListener('pointercancel', cancel, true);
  document.addEventListener('click', click, true);
  inject(DestroyRef).onDestroy(() => {
    document.removeEventListener('pointerdown', down, true);
    document.removeEventListener('pointercancel', cancel, true);
    document.removeEventListener('click', click, true);
  });
}

function pressedOf(target: EventTarget | null): HTMLElement | null {
  return target instanceof Element ? target.closest<HTMLElement>(PRESSED) : null;
}

function isNear({ x, y }: Down, event: MouseEvent): boolean {
  return Math.hypot(event.clientX - x, event.clientY - y) < STAYED_PX;
}
