import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  output,
  signal,
} from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { WeighingDraft } from '@alnage/contract';
import { BOWL_GRAMS, RUN_PIECES } from '@alnage/core';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { mass, pieceMass } from '../../shared/formats/formats';
import { typedTime } from '../../shared/formats/typed-time';
import { timeText, WallTime } from '../../shared/formats/wall-time';
import { fieldTexts, troubleText } from '../../shared/problem-text';
import { WeighingActions, weighingsFeature } from '../../state/weighings.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { COAT_WORDS } from '../piece-figures';
import { PiecesPageStore } from '../pieces.store';

type Kind = WeighingDraft['weighed']['kind'];

/** Takes what the scale said of one coat: a run by its bowl, or the same pieces bare and dipped. */
@Component({
  selector: 'al-weighing-form',
  imports: [ReactiveFormsModule, MatButtonModule, MatFormFieldModule, MatInputModule, QuantityField],
  templateUrl: './weighing-form.html',
  styleUrl: './weighing-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WeighingForm {
  readonly closed = output();

  protected readonly page = inject(PiecesPageStore);
  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly trouble = this.store.selectSignal(weighingsFeature.selectTrouble);
  protected readonly isKeeping = this.store.selectSignal(weighingsFeature.selectIsKeeping);
  protected readonly words = COAT_WORDS;
  protected readonly troubleText = troubleText;
  protected readonly kind = signal<Kind>('run');
  protected readonly form = new FormGroup({
    startGrams: new NumberControl(null, BOWL_GRAMS),
    addedGrams: new NumberControl(0, BOWL_GRAMS),
    leftGrams: new NumberControl(null, BOWL_GRAMS),
    bareGrams: new NumberControl(null, { min: 0.1, max: BOWL_GRAMS.max }),
    dippedGrams: new NumberControl(null, BOWL_GRAMS),
    pieces: new NumberControl(null, RUN_PIECES),
    rejects: new NumberControl(0, { min: 0, max: RUN_PIECES.max, isInteger: true }),
    day: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
    time: new FormControl('', {
      nonNullable: true,
      validators: [(control) => (typedTime(String(control.value)) === null ? { time: true } : null)],
    }),
  });
  private readonly value = toSignal(this.form.valueChanges);
  protected readonly sizes = computed(() => this.page.chosen()?.piece.sizes ?? []);

  /** What is typed, as the API takes it; null while something is missing. */
  private readonly draft = computed((): WeighingDraft | null => {
    this.value();
    const { startGrams, addedGrams, leftGrams, bareGrams, dippedGrams, pieces, rejects, day, time } =
      this.form.controls;
    const piece = this.page.chosen()?.piece;
    const at = typedTime(time.value);
    if (!piece || at === null) return null;
    return {
      piece: piece.id,
      coat: this.page.shownRole(),
      sizeClass: this.page.shownSize(),
      weighed:
        this.kind() === 'run'
          ? {
              kind: 'run',
              startGrams: startGrams.number,
              addedGrams: addedGrams.value ?? 0,
              leftGrams: leftGrams.number,
            }
          : { kind: 'bare-and-dipped', bareGrams: bareGrams.number, dippedGrams: dippedGrams.number },
      pieces: pieces.number,
      rejects: rejects.value ?? 0,
      at: `${day.value}T${at}`,
    };
  });

  /** What that makes a piece, said while it is typed; or what is wrong between two fields. */
  protected readonly verdict = computed((): { text: string; isWrong: boolean } | null => {
    const draft = this.draft();
    if (!draft || !(draft.pieces >= 1)) return null;
    const { weighed, pieces, rejects } = draft;
    if (rejects > pieces)
      return {
        isWrong: true,
        text: `${rejects} rejects will not do: no more than the ${pieces} pieces dipped.`,
      };
    const used =
      weighed.kind === 'run'
        ? weighed.startGrams + weighed.addedGrams - weighed.leftGrams
        : weighed.dippedGrams - weighed.bareGrams;
    if (Number.isNaN(used)) return null;
    if (used > 0)
      return { isWrong: false, text: `${mass(used)} on ${pieces}: ${pieceMass(used / pieces)} a piece.` };
    return {
      isWrong: true,
      text:
        weighed.kind === 'run'
          ? `Left ${mass(weighed.leftGrams)} will not do: less than ${mass(weighed.startGrams + weighed.addedGrams)}, what was in it.`
          : `Dipped ${mass(weighed.dippedGrams)} will not do: more than ${mass(weighed.bareGrams)}, what they weighed bare.`,
    };
  });

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef);
    this.store.dispatch(WeighingActions.dismissed());
    const wall = new WallTime(this.workshop()?.timeZone ?? 'UTC');
    const { day, time } = wall.stamp(this.clock.now());
    this.form.patchValue({ day, time: timeText(time) });
    inject(Actions)
      .pipe(ofType(WeighingActions.kept), takeUntilDestroyed())
      .subscribe(() => this.closed.emit());
    effect(() => {
      const isRun = this.kind() === 'run';
      const { startGrams, addedGrams, leftGrams, bareGrams, dippedGrams, pieces } = this.form.controls;
      for (const control of [startGrams, addedGrams, leftGrams]) toggle(control, isRun);
      for (const control of [bareGrams, dippedGrams]) toggle(control, !isRun);
      if (!isRun && pieces.value === null) pieces.setValue(10);
    });
    afterNextRender(() => host.nativeElement.querySelector('input')?.focus());
  }

  protected errors(pointer: string): string[] {
    return fieldTexts(this.trouble(), pointer);
  }

  protected save(): void {
    this.form.markAllAsTouched();
    const draft = this.draft();
    if (this.form.invalid || !draft || this.verdict()?.isWrong) return;
    this.store.dispatch(WeighingActions.takeAsked({ draft }));
  }
}

function toggle(control: NumberControl, isOn: boolean): void {
  if (isOn) control.enable();
  else control.disable();
}
