import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup } from '@angular/forms';
import { InputError } from '@alnage/core/input';
import { CERTAINTY, FIRST_CERTAINTY, GOOD_PIECES } from '@alnage/core/melting';
import {
  BUTTER_SHARE,
  CAVITY_ML,
  FILL_SHARE,
  GANACHE_GRAMS,
  GANACHE_RATIO,
  INFUSION_LOSS,
  SHEET_MM,
  ganache,
  ganacheChecks,
  ganacheGramsFor,
  ganachePortionGrams,
  sheetHeightMm,
  type GanacheCheck,
  type GanacheChocolate,
  type GanachePortion,
  type GanacheType,
} from '@alnage/core/recipes';
import { count, length, thickness } from '../../shared/formats/formats';
import { FigureTable, type FigureRow } from '../../shared/figures/figure-table';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { weighedText } from '../../shared/larder/larder-words';
import { refusalText } from '../recipe-figures';

/** A sheet within so much of the height of its cuts counts as right. */
const AS_CUT_MM = 0.25;

const FIRMNESS = choicesOf<GanacheType | 'own'>({
  soft: 'soft, for moulds: 1 to 1',
  medium: 'medium: 2 to 1',
  firm: 'firm, to cut and dip: 3 to 1',
  own: 'a ratio of your own',
});
const CHOCOLATES = choicesOf<GanacheChocolate>({ dark: 'dark', milk: 'milk', white: 'white' });
const PORTIONS = choicesOf<GanachePortion['kind']>({
  cut: 'cut from a frame',
  cavity: 'piped into cavities',
  weight: 'rolled by weight',
});

const CHECK_WORDS: Readonly<Record<GanacheCheck, string>> = {
  'too-soft-to-cut': 'Too soft to cut or roll: it needs more chocolate, or moulds.',
  'too-firm-to-pipe': 'Too firm to pipe into moulds: it sets before it is level.',
  'may-split':
    'So little cream may not hold so much fat: it splits easily. Warm it gently and stir from the middle.',
  'much-liquid': 'More than a quarter of the base is liquid: it keeps shorter, and may split.',
  'much-butter': 'So much butter makes it greasy, and softer than the ratio says.',
};

/** A ganache for so many pieces: what to weigh, how high it stands in the frame, and what is doubtful. */
@Component({
  selector: 'al-ganache-sum',
  imports: [ChoiceField, FigureTable, QuantityField],
  template: `
    @let c = form.controls;
    <section class="card" aria-label="Ganache">
      <h2>Ganache</h2>
      <div class="row">
        <al-choice class="choice" label="Firmness" [control]="c.firmness" [choices]="firmnesses" />
        @if (c.firmness.value === 'own') {
          <al-quantity label="Chocolate to cream" [control]="c.ratio" />
        }
        <al-choice label="Chocolate" [control]="c.chocolate" [choices]="chocolates" />
        <al-quantity label="Butter, of all" quantity="share" [control]="c.butterShare" />
        <al-quantity label="Liqueur or juice" quantity="mass" [control]="c.liquidGrams" />
        <al-quantity label="Lost in infusion" quantity="share" [control]="c.infusionLoss" />
      </div>
      <div class="row">
        <al-choice class="choice" label="Portioned" [control]="c.portion" [choices]="portions" />
        @switch (c.portion.value) {
          @case ('cut') {
            <al-quantity label="Long" quantity="length" [control]="c.lengthMm" />
            <al-quantity label="Wide" quantity="length" [control]="c.widthMm" />
            <al-quantity label="High" quantity="length" [control]="c.heightMm" />
            <al-quantity label="Frame, long" quantity="length" [control]="c.frameLengthMm" />
            <al-quantity label="Frame, wide" quantity="length" [control]="c.frameWidthMm" />
          }
          @case ('cavity') {
            <al-quantity label="A cavity holds" unit="ml" [control]="c.cavityMl" />
            <al-quantity label="Filled to" quantity="share" [control]="c.fillShare" />
          }
          @case ('weight') {
            <al-quantity label="One weighs" quantity="mass" [control]="c.grams" />
          }
        }
      </div>
      <div class="row">
        <al-quantity label="Good pieces" [control]="c.pieces" />
        <al-quantity label="How sure" quantity="share" [control]="c.certainty" />
        <al-quantity label="Fail" quantity="share" [control]="c.rejectRate" />
        <al-quantity label="Stays in pot and bag" quantity="share" [control]="c.lossShare" />
      </div>
      @let told = sum();
      @if (told.refusal) {
        <p class="note care" role="alert">{{ told.refusal }}</p>
      } @else {
        <al-figure-table label="Ganache, to weigh" [rows]="told.rows" />
        @for (text of told.checks; track text) {
          <p class="note care">{{ text }}</p>
        }
      }
    </section>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GanacheSum {
  protected readonly firmnesses = FIRMNESS;
  protected readonly chocolates = CHOCOLATES;
  protected readonly portions = PORTIONS;
  protected readonly form = new FormGroup({
    firmness: plain<GanacheType | 'own'>('firm'),
    ratio: new NumberControl(2.5, GANACHE_RATIO),
    chocolate: plain<GanacheChocolate>('dark'),
    butterShare: new NumberControl(0.1, BUTTER_SHARE),
    liquidGrams: new NumberControl(0, { min: 0, max: GANACHE_GRAMS.max }),
    infusionLoss: new NumberControl(0, INFUSION_LOSS),
    portion: plain<GanachePortion['kind']>('cut'),
    lengthMm: new NumberControl(25, SHEET_MM),
    widthMm: new NumberControl(25, SHEET_MM),
    heightMm: new NumberControl(12, SHEET_MM),
    frameLengthMm: new NumberControl(300, SHEET_MM),
    frameWidthMm: new NumberControl(300, SHEET_MM),
    cavityMl: new NumberControl(8, CAVITY_ML),
    fillShare: new NumberControl(0.85, FILL_SHARE),
    grams: new NumberControl(9, { min: 0.5, max: 500 }),
    pieces: new NumberControl(120, GOOD_PIECES),
    certainty: new NumberControl(FIRST_CERTAINTY, CERTAINTY),
    rejectRate: new NumberControl(0.03, { min: 0, max: 0.9 }),
    lossShare: new NumberControl(0.04, { min: 0, max: 0.5 }),
  });
  private readonly typed = toSignal(this.form.valueChanges, { initialValue: null, equal: () => false });
  constructor() {
    this.fitFrame();
    this.form.valueChanges.pipe(takeUntilDestroyed()).subscribe(() => this.fitFrame());
  }

  protected readonly sum = computed(() => {
    this.typed();
    try {
      return this.told();
    } catch (error) {
      if (error instanceof InputError) return { rows: [], checks: [], refusal: refusalText(error) };
      throw error;
    }
  });

  private told(): { rows: FigureRow[]; checks: string[]; refusal: string } {
    const c = this.form.controls;
    const portion = this.portion();
    const { startedPieces, totalGrams } = ganacheGramsFor(portion, {
      goodPieces: c.pieces.number,
      certainty: c.certainty.number,
      rejectRate: c.rejectRate.number,
      lossShare: c.lossShare.number,
    });
    const chocolate = c.chocolate.value;
    const made = ganache({
      firmness: c.firmness.value === 'own' ? { ratio: c.ratio.number } : c.firmness.value,
      chocolate,
      size: { totalGrams },
      butterShare: c.butterShare.number,
      liquidGrams: c.liquidGrams.number,
      infusionLoss: c.infusionLoss.number,
    });
    const row = (label: string, grams: number, isSum = false): FigureRow => ({
      ...{ label, isSum },
      value: weighedText(grams),
    });
    const rows = [
      row(`chocolate, ${chocolate}`, made.chocolateGrams),
      row('cream', made.creamGrams),
      ...(made.creamBeforeInfusionGrams > made.creamGrams
        ? [row('cream to steep, of which that is left', made.creamBeforeInfusionGrams)]
        : []),
      ...(made.liquidGrams > 0 ? [row('liqueur or juice', made.liquidGrams)] : []),
      ...(made.butterGrams > 0 ? [row('soft butter', made.butterGrams)] : []),
      row('in all', made.totalGrams, true),
      {
        label: `pieces of ${weighedText(ganachePortionGrams(portion))}, spares among them`,
        value: count(startedPieces),
      },
      ...this.frameRows(startedPieces * ganachePortionGrams(portion)),
    ];
    return {
      rows,
      checks: ganacheChecks(made, chocolate, portion.kind).map((check) => CHECK_WORDS[check]),
      refusal: '',
    };
  }

  /** How high what comes out of the pot stands, and the frame in which it stands as high as it is cut. */
  private frameRows(grams: number): FigureRow[] {
    const c = this.form.controls;
    if (c.portion.value !== 'cut') return [];
    const lengthMm = c.frameLengthMm.number;
    const stands = sheetHeightMm(grams, { lengthMm, widthMm: c.frameWidthMm.number });
    const cut = c.heightMm.number;
    const widthMm = (c.frameWidthMm.number * stands) / cut;
    const isAsCut = Math.abs(stands - cut) < AS_CUT_MM;
    return [
      { label: 'stands in the frame', value: thickness(stands) },
      ...(isAsCut
        ? []
        : [
            {
              label: `to stand ${thickness(cut)} high, at ${length(lengthMm)} long`,
              value: `${length(widthMm)} wide`,
            },
          ]),
    ];
  }

  /** A frame that nobody typed in is as wide as lets the ganache stand as high as it is cut. */
  private fitFrame(): void {
    const c = this.form.controls;
    if (c.frameWidthMm.dirty || c.portion.value !== 'cut') return;
    try {
      const { startedPieces } = ganacheGramsFor(this.portion(), {
        goodPieces: c.pieces.number,
        certainty: c.certainty.number,
        rejectRate: c.rejectRate.number,
        lossShare: c.lossShare.number,
      });
      const area = startedPieces * c.lengthMm.number * c.widthMm.number;
      c.frameWidthMm.setValue(Math.round(area / c.frameLengthMm.number), { emitEvent: false });
    } catch (error) {
      // what cannot be told yet is told by the sum
      if (!(error instanceof InputError)) throw error;
    }
  }

  private portion(): GanachePortion {
    const c = this.form.controls;
    switch (c.portion.value) {
      case 'cut':
        return {
          kind: 'cut',
          lengthMm: c.lengthMm.number,
          widthMm: c.widthMm.number,
          heightMm: c.heightMm.number,
        };
      case 'cavity':
        return { kind: 'cavity', millilitres: c.cavityMl.number, fillShare: c.fillShare.number };
      case 'weight':
        return { kind: 'weight', grams: c.grams.number };
    }
  }
}

function plain<T>(value: T): FormControl<T> {
  return new FormControl<T>(value, { nonNullable: true });
}
