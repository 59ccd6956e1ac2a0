import { DOCUMENT } from '@angular/common';
import { DestroyRef, inject } from '@angular/core';

/** Where it stays on the body: at the bench Space belongs to the one big button. */
const BIG_BUTTON = '#work .tray';
/** Where the focus goes when what had it is gone: to what is chosen, else to the head of the place. */
const NEXT = ['#work main [aria-current="true"]', '#work main .chosen button', '#work main h1', '#work h1'];

/**
 * Never leaves who works by keyboard on the page’s body: where the focused thing goes away – a form that is saved, a question
 * that is answered – the focus goes to what was changed, and not to the beginning of everything.
 */
export function keepFocus(): void {
  const document = inject(DOCUMENT);
  let last: Element | null = null;
  const heed = (): void => {
    last = document.activeElement === document.body ? last : document.activeElement;
  };
  const isLost = (): boolean =>
    last !== null && !last.isConnected && document.activeElement === document.body;
  const observer = new MutationObserver(() => {
    if (!isLost() || document.querySelector(BIG_BUTTON)) return;
    // who closed it may have a better idea, and says so at once
    setTimeout(() => {
      if (!isLost()) return;
      last = null;
      const next = NEXT.map((each) => document.querySelector<HTMLElement>(each)).find(
        (each) => each !== null,
      );
      if (!next) return;
      if (next.tagName === 'H1') next.tabIndex = -1;
      next.focus({ preventScroll: true });
    }, 50);
  });
  document.addEventListener('focusin', heed);
  observer.observe(document.body, { childList: true, subtree: true });
  inject(DestroyRef).onDestroy(() => {
    observer.disconnect();
    document.removeEventListener('focusin', heed);
  });
}
