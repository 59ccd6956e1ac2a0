import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** One key of the screen and what it does. */
export interface KeyBinding {
  readonly key: string;
  readonly does: string;
  readonly run: () => void;
}

/** The keys of the screen. While one types, keys are text; Escape always works. */
@Injectable({ providedIn: 'root' })
export class Keys {
  readonly bindings = signal<readonly KeyBinding[]>([]);

  constructor() {
    document.addEventListener('keydown', (event) => this.press(event));
  }

  /** Binds keys for as long as the caller lives; a later binding of a key goes before an earlier one. */
  bind(...bindings: KeyBinding[]): void {
    this.bindings.update((all) => [...bindings, ...all]);
    inject(DestroyRef).onDestroy(() =>
      this.bindings.update((all) => all.filter((binding) => !bindings.includes(binding))),
    );
  }

  private press(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
    if ((event.key !== 'Escape' && isTyping(event.target)) || isOfTarget(event)) return;
    const binding = this.bindings().find(({ key }) => key === event.key);
    if (!binding) return;
    event.preventDefault();
    binding.run();
  }
}

/** Keys that do something to what they are pressed on. */
function isOfTarget({ key, target }: KeyboardEvent): boolean {
  return (key === 'Enter' || key === ' ') && isPressed(target);
}

/** What Enter and Space press by themselves, but for a row that is chosen already: there is nothing left to press. */
function isPressed(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    ['BUTTON', 'A', 'SUMMARY'].includes(target.tagName) &&
    target.getAttribute('aria-current') !== 'true'
  );
}

function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT', 'MAT-SELECT'].includes(target.tagName);
}
