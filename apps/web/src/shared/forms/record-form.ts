import { computed, DestroyRef, effect, inject, signal, untracked, type Signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { AbstractControl } from '@angular/forms';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { map, of, startWith, switchMap } from 'rxjs';
import type { RecordPath, Versioned } from '../../state/records-api';
import { RecordActions, recordsFeature } from '../../state/records.state';
import { FieldErrors } from './field-errors';
import { faultFocus } from './focus-fault';
import { Unsaved } from './unsaved';

/** How a form comes from a record and goes back to one. */
export interface RecordFormKind<Kept extends Versioned, Form extends AbstractControl, Draft extends object> {
  readonly path: RecordPath;
  /** What one is called, such as “coating”. */
  readonly thing: string;
  /** All that are kept. */
  records(): readonly Kept[];
  /** A form filled from one of them, or a new one. */
  form(kept?: Kept): Form;
  draftOf(form: Form): Draft;
  /** Called with the id once it is saved, and with null once it is removed. */
  done(id: string | null): void;
  /** Goes elsewhere when it is left; without this it is filled anew. */
  leave?(): void;
  /** Whether something beside the fields stands in the way of sending it, and is told there. */
  isHeld?(): boolean;
}

/**
 * A record being typed: filled when another one is chosen, never by somebody else’s change; saved against the version
 * that was seen, or against theirs once it has been shown. Made within a component.
 */
export class RecordForm<Kept extends Versioned, Form extends AbstractControl, Draft extends object> {
  readonly form = signal<Form | null>(null);
  /** What is typed, as the API takes it. */
  readonly draft: Signal<Draft | null>;
  private readonly store = inject(Store);
  private readonly focusFault = faultFocus();
  private readonly trouble = this.store.selectSignal(recordsFeature.selectTrouble);
  readonly thing: string;
  readonly isNew = computed(() => this.id() === null);
  /** What is kept once in a workshop, such as its rules, has no id and stays. */
  readonly isRemovable = computed(() => !!this.id());
  readonly name = computed(() => this.kept()?.name ?? '');
  private seen: Versioned | null = null;
  private isSaved = false;

  constructor(
    private readonly kind: RecordFormKind<Kept, Form, Draft>,
    private readonly id: Signal<string | null>,
  ) {
    this.thing = kind.thing;
    inject(FieldErrors).from(this.trouble);
    inject(DestroyRef).onDestroy(inject(Unsaved).watch(() => this.unsaved()));
    const form$ = toObservable(this.form);
    const typed = toSignal(
      form$.pipe(
        switchMap((form) =>
          form
            ? form.valueChanges.pipe(
                startWith(null),
                map(() => ({ form })),
              )
            : of(null),
        ),
      ),
      { equal: () => false },
    );
    this.draft = computed(() => {
      const now = typed();
      return now ? this.kind.draftOf(now.form) : null;
    });
    const open = computed(() => {
      const wanted = this.id();
      return wanted === null || this.kept() ? { id: wanted } : null;
    }, SAME_ID);
    effect(() => {
      const now = open();
      untracked(() => (now ? this.reset() : this.form.set(null)));
    });
    // what was saved here is filled anew once it has been read, so that the next change goes against it
    const version = computed(() => this.kept()?.version ?? 0);
    effect(() => {
      const isNewer = version() > (this.seen?.version ?? Infinity);
      untracked(() => {
        if (isNewer && this.isSaved) this.reset();
      });
    });
    inject(Actions)
      .pipe(ofType(RecordActions.saved, RecordActions.removed), takeUntilDestroyed())
      .subscribe((action) => {
        if (action.path !== kind.path) return;
        this.isSaved = action.type === RecordActions.saved.type;
        this.form()?.markAsPristine();
        kind.done(this.isSaved ? action.id : null);
      });
  }

  /** Sends what is typed; false when something of it cannot be taken yet. */
  save(): boolean {
    const form = this.form();
    if (!form) return false;
    form.markAllAsTouched();
    if (form.invalid) {
      this.focusFault();
      return false;
    }
    if (this.kind.isHeld?.()) return false;
    this.store.dispatch(
      RecordActions.saveAsked({
        path: this.kind.path,
        draft: this.kind.draftOf(form),
        original: this.theirs() ?? this.seen,
      }),
    );
    return true;
  }

  /** Throws away what is typed. */
  leave(): void {
    this.form()?.markAsPristine();
    if (this.kind.leave) this.kind.leave();
    else this.reset();
  }

  remove(): void {
    const id = this.id();
    if (id) this.store.dispatch(RecordActions.removeAsked({ path: this.kind.path, id }));
  }

  /** What is typed here and not saved, by name; '' where nothing is. */
  private unsaved(): string {
    if (!this.form()?.dirty) return '';
    return this.isNew() ? `the new ${this.thing}` : this.name() || `the ${this.thing}`;
  }

  /** Fills the form anew from what is kept. */
  reset(): void {
    const kept = this.kept();
    this.store.dispatch(RecordActions.dismissed());
    this.isSaved = false;
    this.seen = kept;
    this.form.set(this.kind.form(kept ?? undefined));
  }

  /** The record that is open, as it is kept; null for a new one, or one that is gone. */
  private kept(): Kept | null {
    const id = this.id();
    return this.kind.records().find((each) => each.id === id) ?? null;
  }

  private theirs(): Versioned | null {
    const trouble = this.trouble();
    return trouble?.code === 'record-changed' ? (trouble.params['current'] as Versioned) : null;
  }
}

const SAME_ID = {
  equal: (a: { id: string | null } | null, b: { id: string | null } | null): boolean =>
    a === b || (a !== null && b !== null && a.id === b.id),
};
