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
import { FormControl, FormGroup, Validators } from '@angular/forms';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import type { WeighingDraft } from '@alnage/contract';
import { BOWL_GRAMS, gramsShown, isAskedAbout, RUN_PIECES, runRange } from '@alnage/core/coating';
import { InputError } from '@alnage/core/input';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { faultFocus } from '../../shared/forms/focus-fault';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField, timeControl } from '../../shared/forms/text-field';
import { mass, pieceMass } from '../../shared/formats/formats';
import { typedTime } from '../../shared/formats/typed-time';
import { timeText, timeWanted, WallTime } from '../../shared/formats/wall-time';
import { troubleText } from '../../shared/problem-text';
import { WeighingActions, weighingsFeature } from '../../state/weighings.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { PiecesPageStore } from '../pieces.store';
import { weighingCourse } from '../weighing-figures';

type Kind = WeighingDraft['weighed']['kind'];

const KIND_WORDS: Readonly<Record<Kind, string>> = {
  run: 'a run, by its bowl',
  'bare-and-dipped': 'the same pieces, bare and dipped',
};

/** Takes what the scale said of one coat: a run by its bowl, or the same pieces bare and dipped. */
@Component({
  selector: 'al-weighing-form',
  imports: [ChoiceField, MatButtonModule, QuantityField, TextField],
  templateUrl: './weighing-form.html',
  styleUrls: ['../../shared/forms/fields.scss', './weighing-form.scss'],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WeighingForm {
  readonly closed = output();

  protected readonly page = inject(PiecesPageStore);
  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly focusFault = faultFocus();
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly trouble = this.store.selectSignal(weighingsFeature.selectTrouble);
  protected readonly isKeeping = this.store.selectSignal(weighingsFeature.selectIsKeeping);
  protected readonly troubleText = troubleText;
  protected readonly timeWanted = timeWanted;
  protected readonly kinds = choicesOf(KIND_WORDS);
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
    time: timeControl(''),
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
    try {
      const gramsPerPiece = gramsShown(weighed, pieces);
      return {
        isWrong: false,
        text: `${mass(gramsPerPiece * pieces)} on ${pieces}: ${pieceMass(gramsPerPiece)} a piece.`,
      };
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      // a field out of its own range says so itself
      return this.form.invalid ? null : { isWrong: true, text: refusal(weighed) };
    }
  });

  private readonly dippery = this.store.selectSignal(workshopFeature.selectDippery);
  /** The draft that somebody was asked about: it is kept when they say that it is right. */
  private readonly asked = signal<WeighingDraft | null>(null);
  /** What is asked before a weighing is kept that nobody would expect; null where it is not to be asked. */
  private readonly surprise = computed((): string | null => {
    const [draft, piece] = [this.draft(), this.page.chosen()?.piece];
    if (!draft || !piece || this.form.invalid || this.verdict()?.isWrong !== false) return null;
    const of = { role: draft.coat, sizeClass: draft.sizeClass };
    const course = weighingCourse(piece, of, { dippery: this.dippery(), weighings: this.page.weighings() });
    const seen = { gramsPerPiece: gramsShown(draft.weighed, draft.pieces), pieces: draft.pieces };
    if (!course || !isAskedAbout(seen, course.belief, course.spread)) return null;
    const { low90, high90 } = runRange(course.belief);
    return `${pieceMass(seen.gramsPerPiece)} a piece is not what is believed of it, ${pieceMass(low90)} to ${pieceMass(high90)}. Is it the right bowl, weighed without the ladle, and were all pieces counted, rejects too?`;
  });
  protected readonly question = computed(() => (this.asked() === this.draft() ? this.surprise() : null));

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef);
    inject(FieldErrors).from(this.trouble);
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

  protected save(): void {
    this.form.markAllAsTouched();
    const draft = this.draft();
    if (this.form.invalid) this.focusFault();
    if (this.form.invalid || !draft || this.verdict()?.isWrong) return;
    if (this.surprise() !== null) return this.asked.set(draft);
    this.keep();
  }

  /** Keeps what is typed, expected or not. */
  protected keep(): void {
    const draft = this.draft();
    if (!draft) return;
    this.store.dispatch(WeighingActions.takeAsked({ draft }));
  }
}

/** Why two masses cannot both be, in the units of whoever typed them. */
function refusal(weighed: WeighingDraft['weighed']): string {
  return weighed.kind === 'run'
    ? `Left ${mass(weighed.leftGrams)} will not do: less than ${mass(weighed.startGrams + weighed.addedGrams)}, what was in it.`
    : `Dipped ${mass(weighed.dippedGrams)} will not do: more than ${mass(weighed.bareGrams)}, what they weighed bare.`;
}

function toggle(control: NumberControl, isOn: boolean): void {
  if (isOn) control.enable();
  else control.disable();
}
