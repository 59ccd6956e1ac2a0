import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import type { SealAsk } from '@alnage/contract';
import { runFigures, type SealDoubt } from '@alnage/core/bench';
import { BOWL_GRAMS } from '@alnage/core/coating';
import { InputError } from '@alnage/core/input';
import { Store } from '@ngrx/store';
import { Outbox } from '../../shared/bench/outbox';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { count, mass, pieceMass } from '../../shared/formats/formats';
import { otherFieldTexts, troubleText } from '../../shared/problem-text';
import { BenchActions, benchFeature } from '../../state/bench.state';
import { doubtWords } from '../bench-words';
import { BenchStore } from '../bench.store';

/** Weighs a run out and seals it; what cannot well be is asked about first. */
@Component({
  selector: 'al-seal-panel',
  imports: [MatButtonModule, QuantityField],
  providers: [FieldErrors],
  template: `
    @if (bench.run(); as run) {
      <section class="card" aria-label="Weigh out and seal">
        <h2>Weigh it out, and seal the run</h2>
        <dl class="facts">
          <div>
            <dt>Good pieces</dt>
            <dd>{{ count(run.good) }} of {{ count(run.wanted) }}</dd>
          </div>
          <div>
            <dt>Rejected</dt>
            <dd>{{ count(run.rejected) }}</dd>
          </div>
          <div>
            <dt>Bowl before</dt>
            <dd>{{ run.startGrams === null ? 'not weighed' : mass(run.startGrams) }}</dd>
          </div>
          <div>
            <dt>Bowl after</dt>
            <dd>{{ run.leftGrams === null ? 'not weighed' : mass(run.leftGrams) }}</dd>
          </div>
          <div>
            <dt>A piece</dt>
            <dd>{{ perPiece() }}</dd>
          </div>
        </dl>
        <al-quantity
          label="Of what is left, to the larder as a leftover"
          quantity="mass"
          [control]="toLarder"
          at="/toLarderGrams"
        />
        @for (doubt of doubts(); track doubt.kind) {
          <p class="note care" role="alert">{{ doubtText(doubt) }}</p>
        }
        @if (trouble(); as text) {
          <p class="note over" role="alert">{{ text }}</p>
        }
        @if (sealWanted()) {
          <p class="note" role="status">Sending what was done at this bench first; then the run is sealed.</p>
        }
        <div class="buttons">
          <button matButton="outlined" type="button" class="big" (click)="bench.open('weigh')">
            Weigh bowl
          </button>
          <button matButton="outlined" type="button" class="big" (click)="goOn()">Keep dipping</button>
          <button
            matButton="filled"
            type="button"
            class="big"
            [disabled]="isKeeping() || sealWanted()"
            (click)="seal()"
          >
            {{ doubts().length > 0 ? 'It is right: seal the run' : 'Seal the run' }}
          </button>
        </div>
      </section>
    }
  `,
  styleUrl: './panel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SealPanel {
  protected readonly bench = inject(BenchStore);
  private readonly store = inject(Store);
  private readonly outbox = inject(Outbox);
  private readonly failed = this.store.selectSignal(benchFeature.selectKeepTrouble);
  protected readonly isKeeping = this.store.selectSignal(benchFeature.selectIsKeeping);
  protected readonly toLarder = new NumberControl(0, BOWL_GRAMS);
  private readonly typed = toSignal(this.toLarder.valueChanges, { initialValue: 0 });
  protected readonly count = count;
  protected readonly mass = mass;
  protected readonly doubtText = doubtWords;
  /** The work that was asked about: another one’s doubts are not its own. */
  private readonly askedFor = signal<string | null>(null);
  /** What is to be sealed as soon as the server knows all that was done of it. */
  private readonly wanted = signal<SealAsk | null>(null);
  protected readonly sealWanted = computed(() => this.wanted() !== null);
  private readonly own = computed(() =>
    this.askedFor() === this.bench.current()?.work.key ? this.failed() : null,
  );

  protected readonly doubts = computed((): readonly SealDoubt[] => {
    const trouble = this.own();
    return trouble?.code === 'seal-doubtful' ? (trouble.params['doubts'] as SealDoubt[]) : [];
  });
  protected readonly trouble = computed(() => {
    const trouble = this.own();
    if (!trouble || trouble.code === 'seal-doubtful') return null;
    const others = otherFieldTexts(trouble, (pointer) => pointer === '/toLarderGrams');
    return [troubleText(trouble), ...others].join(' ');
  });
  protected readonly perPiece = computed(() => {
    const state = this.bench.current()?.state;
    if (!state) return 'not weighed';
    try {
      const { gramsPerPiece } = runFigures(state, this.bench.nowMs());
      return gramsPerPiece === null ? 'not weighed' : pieceMass(gramsPerPiece);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return 'more left than there was: weigh again';
    }
  });

  constructor() {
    inject(FieldErrors).from(this.own);
    effect(() => {
      const ask = this.wanted();
      if (ask === null || !this.outbox.isAllSent()) return;
      untracked(() => {
        this.wanted.set(null);
        this.store.dispatch(BenchActions.sealAsked({ ask }));
      });
    });
  }

  protected goOn(): void {
    this.wanted.set(null);
    this.bench.do({ kind: 'begin' });
  }

  protected seal(): void {
    const work = this.bench.current()!.work.key;
    this.toLarder.markAsTouched();
    if (this.toLarder.invalid) return;
    const confirmed = this.doubts().map(({ kind }) => kind);
    this.askedFor.set(work);
    const by = this.bench.signer();
    this.wanted.set({
      ...{ work, confirmed, toLarderGrams: this.typed() ?? 0, note: '' },
      ...(by !== null && { by }),
    });
  }
}
