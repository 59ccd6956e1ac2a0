import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormArray, FormControl, FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { InputError } from '@alnage/core/input';
import {
  ALTITUDE_METRES,
  BOILING_CELSIUS,
  POT_CELSIUS,
  boilingCelsius,
  sugarForecast,
  sugarProgress,
  sugarStagesAt,
  wantedAt,
  WANTED_CELSIUS,
  type SugarStage,
} from '@alnage/core/recipes';
import { Store } from '@ngrx/store';
import { temperature, temperatureStep } from '../../shared/formats/formats';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { textControl, TextField } from '../../shared/forms/text-field';
import { benchFeature } from '../../state/bench.state';
import { refusalText } from '../recipe-figures';
import { keepPot, keptPot, type KeptPot, type NotedReading } from './kept-pot';

const STAGE_WORDS: Readonly<Record<SugarStage, string>> = {
  thread: 'thread',
  'soft-ball': 'soft ball',
  'firm-ball': 'firm ball',
  'hard-ball': 'hard ball',
  'soft-crack': 'soft crack',
  'hard-crack': 'hard crack',
  caramel: 'caramel',
};
const BY = choicesOf<'altitude' | 'measured'>({
  altitude: 'by how high the kitchen lies',
  measured: 'by where water boils here',
});
const MS_PER_MINUTE = 60_000;
/** So long before the stage the next thing should stand ready. Shop default. */
const READY_MINUTES = 2;

/** So many temperatures more may be wanted in turn. */
const TURNS_MOST = 5;
const WHAT_LENGTH = 40;

/** One thing that is wanted of a pot, and what is done once it is there. */
interface Turn {
  readonly name: string;
  readonly range: string;
  readonly low: number;
  readonly high: number;
  readonly what: string;
}

/** Stages of boiled sugar where this kitchen lies, how far the pot is, and when it gets there. */
@Component({
  selector: 'al-sugar-sum',
  imports: [MatButtonModule, ChoiceField, QuantityField, RowsField, RowTemplate, TextField],
  template: `
    @let c = form.controls;
    <section class="card" aria-label="Boiling sugar">
      <h2>Boiling sugar</h2>
      <div class="row">
        <al-choice class="choice" label="Corrected" [control]="c.by" [choices]="bys" />
        @if (c.by.value === 'altitude') {
          <al-quantity label="Above the sea" quantity="height" [control]="c.altitude" />
        } @else {
          <al-quantity label="Water boils at" quantity="temperature" [control]="c.boils" />
        }
        <al-choice label="Wanted" [control]="c.wanted" [choices]="stages" />
        @if (c.wanted.value === 'own') {
          <al-quantity label="Of the recipe" quantity="temperature" [control]="c.own" />
        }
        <al-text label="Then" [control]="c.what" at="/what" />
      </div>
      <al-rows
        legend="And after that"
        [isLegendHidden]="true"
        thing="temperature"
        [most]="most"
        (added)="c.turns.push(turnForm())"
      >
        <ng-template [alRow]="c.turns" let-turn>
          <al-quantity label="Then to" quantity="temperature" [control]="turn.controls.celsius" />
          <al-text label="and" [control]="turn.controls.what" at="/what" />
        </ng-template>
      </al-rows>
      @let told = sum();
      @if (told.refusal) {
        <p class="note care" role="alert">{{ told.refusal }}</p>
      } @else {
        <table class="ruled" aria-label="Stages of boiled sugar here">
          <tbody>
            @for (row of told.rows; track row.stage) {
              <tr [class.wanted]="row.stage === c.wanted.value">
                <th scope="row">{{ row.name }}</th>
                <td class="figure number">{{ row.range }}</td>
                <td class="here">{{ row.stage === told.now ? 'the pot is here' : '' }}</td>
              </tr>
            }
          </tbody>
        </table>
      }
      <div class="row">
        @if (probes().length > 1) {
          <al-choice label="Read by" [control]="c.probe" [choices]="probes()" />
        }
        @if (c.probe.value === '') {
          <al-quantity label="The pot is at, now" quantity="temperature" [control]="c.pot" />
          <button matButton="filled" type="button" (click)="read()">Note it</button>
        } @else {
          <strong class="figure" role="status">{{ shown() }}</strong>
        }
        @if (isNext()) {
          <button matButton="filled" type="button" (click)="next()">Done, go on to {{ nextName() }}</button>
        }
        @if (readings().length > 0) {
          <button matButton="outlined" type="button" (click)="begin()">Another pot</button>
        }
      </div>
      @if (forecast(); as text) {
        <p class="note" role="status">{{ text }}</p>
      }
      <p class="note care">
        Sugar this hot burns deeply. Do not stir once it boils, keep children from the stove, have all that
        comes next weighed and at hand.
      </p>
    </section>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    .here {
      padding-left: 12px;
    }
    .row > button + button {
      margin-left: 8px;
    }
    .wanted th,
    .wanted td {
      background: var(--woad-wash);
      font-weight: 600;
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SugarSum {
  protected readonly bys = BY;
  protected readonly stages = [...choicesOf(STAGE_WORDS), { id: 'own' as const, name: 'by degrees' }];
  protected readonly most = TURNS_MOST;
  protected readonly turnForm = turnForm;
  protected readonly form = new FormGroup({
    by: new FormControl<'altitude' | 'measured'>('altitude', { nonNullable: true }),
    altitude: new NumberControl(0, ALTITUDE_METRES),
    boils: new NumberControl(100, BOILING_CELSIUS),
    wanted: new FormControl<SugarStage | 'own'>('hard-crack', { nonNullable: true }),
    own: new NumberControl(140, WANTED_CELSIUS),
    /** What is done once it is there. */
    what: textControl('', WHAT_LENGTH),
    turns: new FormArray<ReturnType<typeof turnForm>>([]),
    /** The probe that reads the pot; '' where it is noted by hand. */
    probe: new FormControl('', { nonNullable: true }),
    pot: new NumberControl(null, POT_CELSIUS, { isOptional: true }),
  });
  private readonly devices = inject(Store).selectSignal(benchFeature.selectDevices);
  protected readonly probes = computed(() => [
    { id: '', name: 'hand' },
    ...this.devices()
      .filter(({ kind, bowl }) => kind === 'probe' && bowl === null)
      .map(({ id, name }) => ({ id, name })),
  ]);
  protected readonly readings = signal<readonly NotedReading[]>([]);
  /** So many of what is wanted in turn are over, and since when the next is on its way. */
  private readonly over = signal<KeptPot['over']>({ turns: 0, since: null });
  private readonly typed = toSignal(this.form.valueChanges, { initialValue: null, equal: () => false });
  protected readonly sum = computed(() => {
    this.typed();
    try {
      const boils = this.boils();
      const last = this.readings().at(-1);
      const progress = last && sugarProgress(last.celsius, boils);
      const rows = sugarStagesAt(boils).map(({ stage, low, high }) => ({
        ...{ stage, low, high },
        name: STAGE_WORDS[stage],
        range: `${temperature(low)} to ${temperature(high)}`,
      }));
      return { rows, now: progress?.kind === 'in' ? progress.stage : null, refusal: '' };
    } catch (error) {
      if (error instanceof InputError) return { rows: [], now: null, refusal: refusalText(error) };
      throw error;
    }
  });
  /** All that is wanted, in turn; nothing while a figure is none. */
  private readonly turns = computed((): readonly Turn[] => {
    const { rows } = this.sum();
    const c = this.form.controls;
    try {
      const at = (celsius: number, what: string): Turn => {
        const { low, high } = wantedAt(celsius, this.boils());
        return {
          low,
          high,
          what,
          name: temperature(low),
          range: `${temperature(low)} to ${temperature(high)}`,
        };
      };
      const stage = rows.find((row) => row.stage === c.wanted.value);
      const first =
        c.wanted.value === 'own' ? at(c.own.number, c.what.value) : stage && { ...stage, what: c.what.value };
      const more = c.turns.controls.map(({ controls: turn }) => at(turn.celsius.number, turn.what.value));
      return first ? [first, ...more] : [];
    } catch (error) {
      if (error instanceof InputError) return [];
      throw error;
    }
  });
  private readonly current = computed(() => this.turns()[this.over().turns] ?? null);
  /** What was noted since the last thing went in. */
  private readonly lately = computed(() =>
    this.readings().filter(({ at }) => at > (this.over().since ?? -Infinity)),
  );
  /** Whether it is there, and something else is wanted after it. */
  protected readonly isNext = computed(() => {
    const [last, current] = [this.lately().at(-1), this.current()];
    return last && current ? last.celsius >= current.low && this.nextName() !== '' : false;
  });
  protected readonly nextName = computed(() => this.turns()[this.over().turns + 1]?.name ?? '');

  /** When the pot gets to what is wanted, by what was noted of it. */
  protected readonly forecast = computed(() => {
    const readings = this.lately();
    const wanted = this.current();
    const last = readings.at(-1);
    if (!wanted || !last) return '';
    const told = sugarForecast(readings, wanted);
    switch (told.kind) {
      case 'there':
        return `${wanted.name} is there: ${wanted.what || 'take it off the heat'}.`;
      case 'past':
        return `Too far for ${wanted.name}, ${wanted.range}: the pot is ${temperatureStep(told.kelvinOver)} over, ${this.standing(last.celsius)}.`;
      case 'unknown':
        return told.reason === 'too-few'
          ? 'Note it again in half a minute, and the pace is known.'
          : 'It is not rising: water is still boiling off.';
      case 'coming': {
        const minutes = told.atMinute - last.minute;
        const ready =
          minutes > READY_MINUTES
            ? `; have the next thing ready in ${minutesText(minutes - READY_MINUTES)}`
            : ': have the next thing ready now';
        return `${wanted.name} in about ${minutesText(minutes)} at this pace, ${temperatureStep(told.kelvinPerMinute)} a minute${ready}.`;
      }
    }
  });

  /** What a pot of a temperature is: in a stage, or between two. */
  private standing(celsius: number): string {
    const progress = sugarProgress(celsius, this.boils());
    switch (progress.kind) {
      case 'in':
        return `at ${STAGE_WORDS[progress.stage]} now`;
      case 'before': {
        const stages = Object.keys(STAGE_WORDS) as SugarStage[];
        const last = stages[stages.indexOf(progress.next) - 1];
        return `past ${last ? STAGE_WORDS[last] : 'boiling'}, before ${STAGE_WORDS[progress.next]} now`;
      }
      case 'over':
        return 'past caramel, and burning';
    }
  }

  /** What the probe said last. */
  protected readonly shown = computed(() => {
    const last = this.readings().at(-1);
    return last ? temperature(last.celsius) : 'no reading yet';
  });

  constructor() {
    this.restore();
    // a pot goes on boiling while somebody looks elsewhere
    effect(() => {
      this.typed();
      const { turns, ...wanted } = this.form.getRawValue();
      keepPot({ readings: this.readings(), over: this.over(), wanted, turns });
    });
    // another way of reading is another course
    this.form.controls.probe.valueChanges.pipe(takeUntilDestroyed()).subscribe(() => this.begin());
    effect(() => {
      this.typed();
      const probe = this.devices().find(({ id }) => id === this.form.controls.probe.value);
      const last = probe?.last.find(({ kind }) => kind === 'celsius');
      if (last) untracked(() => this.note(last.value, Date.parse(last.at)));
    });
  }

  /** The pot that was left boiling here, if it was not long ago. */
  private restore(): void {
    const pot = keptPot();
    if (!pot) return;
    const { pot: _typed, ...wanted } = pot.wanted as ReturnType<typeof this.form.getRawValue>;
    this.form.patchValue(wanted);
    for (const turn of pot.turns) this.form.controls.turns.push(turnForm(turn));
    this.readings.set(pot.readings);
    this.over.set(pot.over);
  }

  /** The pot is at the first thing again, with nothing noted. */
  protected begin(): void {
    this.readings.set([]);
    this.over.set({ turns: 0, since: null });
  }

  /** What was to be done is done: on to the next temperature. */
  protected next(): void {
    const since = this.readings().at(-1)?.at ?? null;
    this.over.update(({ turns }) => ({ turns: turns + 1, since }));
  }

  protected read(): void {
    const { pot } = this.form.controls;
    if (pot.value === null || pot.invalid) return pot.markAsTouched();
    this.note(pot.number, Date.now());
    pot.reset(null);
  }

  /** Notes what the pot is at; what a probe says twice, or what no pot can be, is left out. */
  private note(celsius: number, at: number): void {
    const all = this.readings();
    const isNew = at > (all.at(-1)?.at ?? -Infinity);
    if (!isNew || celsius < POT_CELSIUS.min || celsius > POT_CELSIUS.max) return;
    const first = all[0]?.at ?? at;
    this.readings.set([...all, { at, minute: (at - first) / MS_PER_MINUTE, celsius }]);
  }

  private boils(): number {
    const c = this.form.controls;
    return c.by.value === 'altitude' ? boilingCelsius(c.altitude.number) : c.boils.number;
  }
}

/** A temperature that is wanted after another. */
function turnForm({ celsius, what }: KeptPot['turns'][number] = { celsius: 150, what: '' }) {
  return new FormGroup({
    celsius: new NumberControl(celsius, WANTED_CELSIUS),
    what: textControl(what, WHAT_LENGTH),
  });
}

function minutesText(minutes: number): string {
  return minutes < 1 ? `${Math.round(minutes * 60)} s` : `${Math.round(minutes)} min`;
}
