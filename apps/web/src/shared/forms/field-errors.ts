import {
  computed,
  DestroyRef,
  effect,
  inject,
  Injectable,
  signal,
  untracked,
  type Signal,
} from '@angular/core';
import type { Trouble } from '../../state/problem';
import { fieldTexts, otherFieldTexts } from '../problem-text';

/**
 * What the server said of a form, told at the fields that it has: provided by the component whose form it is. What no
 * field tells is left for the foot of the form.
 */
@Injectable()
export class FieldErrors {
  private readonly source = signal<Signal<Trouble | null>>(signal(null));
  private readonly shown = signal<readonly string[]>([]);
  readonly trouble = computed(() => this.source()());
  /** What is wrong with fields that this form does not show. */
  readonly others = computed(() => {
    const shown = new Set(this.shown());
    return otherFieldTexts(this.trouble(), (pointer) => shown.has(pointer));
  });

  /** Tells from now on what this signal holds. */
  from(trouble: Signal<Trouble | null>): void {
    this.source.set(trouble);
  }

  texts(pointer: string): string[] {
    return fieldTexts(this.trouble(), pointer);
  }

  show(pointer: string): void {
    this.shown.update((all) => [...all, pointer]);
  }

  hide(pointer: string): void {
    this.shown.update((all) => all.toSpliced(all.indexOf(pointer), 1));
  }
}

/**
 * What the server said of the field at this pointer, for as long as the field is shown; nothing where no form above
 * tells. Called while a field is made.
 */
export function errorsAt(at: Signal<string>): Signal<readonly string[]> {
  const errors = inject(FieldErrors, { optional: true });
  let shown = '';
  const move = (pointer: string): void => {
    if (shown) errors?.hide(shown);
    if (pointer) errors?.show(pointer);
    shown = pointer;
  };
  effect(() => {
    const pointer = at();
    untracked(() => move(pointer));
  });
  inject(DestroyRef).onDestroy(() => move(''));
  return computed(() => (at() && errors?.texts(at())) || []);
}
