import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { FormControl, FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { REJECT_WORDS } from '../../shared/bench/reject-words';
import { taughtText } from '../../shared/bench/taught-text';
import { RouterLink } from '@angular/router';
import { batchKeyOf, countsNow, type RunRecord } from '@alnage/contract';
import { REJECT_CAUSES } from '@alnage/core/bench';
import { BOWL_GRAMS, RUN_PIECES } from '@alnage/core/coating';
import { Store } from '@ngrx/store';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField } from '../../shared/forms/text-field';
import { count, counted, duration, mass, pieceMass, temperature } from '../../shared/formats/formats';
import { baseOf, itemName } from '../../shared/larder/larder-words';
import { troubleText } from '../../shared/problem-text';
import { BenchActions, benchFeature } from '../../state/bench.state';
import { nameOf } from '../../shared/name-of';
import type { RunRow } from '../ledger-rows';
import { LedgerStore } from '../ledger.store';

const PIECES = { min: 0, max: RUN_PIECES.max, isInteger: true } as const;

/** One sealed run: what was weighed, what it taught, where it came from and went; and what of it was wrong. */
@Component({
  selector: 'al-run-margin',
  imports: [MatButtonModule, RouterLink, QuantityField, TextField],
  providers: [FieldErrors],
  templateUrl: './run-margin.html',
  styleUrl: './run-margin.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunMargin {
  readonly row = input.required<RunRow>();

  private readonly store = inject(Store);
  private readonly page = inject(LedgerStore);
  protected readonly isKeeping = this.store.selectSignal(benchFeature.selectIsKeeping);
  private readonly said = this.store.selectSignal(benchFeature.selectKeepTrouble);
  protected readonly trouble = computed(() => {
    const trouble = this.said();
    return trouble && troubleText(trouble);
  });
  /** Whether something is to be amended; another run begins anew. */
  protected readonly isAmending = linkedSignal({ source: this.row, computation: () => false });
  protected readonly isShown = signal(false);
  protected readonly count = count;
  protected readonly counted = counted;
  protected readonly mass = mass;
  protected readonly pieceMass = pieceMass;

  protected readonly batchKey = computed(() => batchKeyOf(this.row().run));
  protected readonly counts = computed(() => countsNow(this.row().run));
  protected readonly head = computed(() => {
    const { run } = this.row();
    const { wall, workshop } = this.page.names()!;
    const [from, to] = [Date.parse(run.startedAt), Date.parse(run.endedAt)];
    const bowl = nameOf(workshop.bowls, run.bowl);
    const coating = nameOf(workshop.coatings, run.coating).toLowerCase();
    return `${wall.span(from, to)} · ${bowl}, ${coating} · ${this.row().people || 'no name was recorded'}`;
  });
  protected readonly lines = computed(() => {
    const { run } = this.row();
    const counts = this.counts();
    const weighed = (grams: number | null): string => (grams === null ? 'not weighed' : mass(grams));
    const isWeighed = counts.startGrams !== null && counts.leftGrams !== null;
    return [
      ['Bowl before', weighed(counts.startGrams)],
      ['Added', mass(counts.addedGrams)],
      ['Left', weighed(counts.leftGrams)],
      ...(isWeighed
        ? [
            [
              `On ${counted(counts.pieces, 'piece')}`,
              mass(counts.startGrams! + counts.addedGrams - counts.leftGrams!),
            ],
          ]
        : []),
      ['A piece', counts.gramsPerPiece === null ? 'not weighed' : pieceMass(counts.gramsPerPiece)],
      ['It took', duration(run.minutes)],
      ...(run.celsius
        ? [['Bowl', `${temperature(run.celsius.first)} to ${temperature(run.celsius.last)}`]]
        : []),
    ] as [string, string][];
  });
  protected readonly rejects = computed(() =>
    this.counts()
      .rejects.filter(({ pieces }) => pieces > 0)
      .map(({ cause, pieces }) => `${pieces} ${REJECT_WORDS[cause]}`),
  );
  protected readonly taught = computed(() => taughtText(this.row().run, this.row().piece));
  protected readonly lots = computed(() =>
    [...this.row().run.lots, ...this.row().run.batchLots].map(({ lot, code, item, amount }) => ({
      lot,
      code,
      text: this.itemText(item, amount),
    })),
  );
  /** What it took and no lot had. */
  protected readonly missing = computed(() =>
    this.row().run.missing.map(({ item, amount }) => this.itemText(item, amount)),
  );
  protected readonly tickets = computed(() =>
    this.row().run.orders.map(({ order, ticket, pieces }) => ({ ticket: ticket ?? 'spare', order, pieces })),
  );
  protected readonly amendments = computed(() => {
    const { wall, workshop } = this.page.names()!;
    return this.row().run.amendments.map(({ at, by, reason }) => ({
      when: wall.dayTime(Date.parse(at)),
      by: by === null ? '' : `, ${nameOf(workshop.people, by)}`,
      reason,
    }));
  });
  protected readonly form = linkedSignal({
    source: this.row,
    computation: ({ run }) => {
      const counts = countsNow(run);
      return new FormGroup({
        good: new NumberControl(counts.good, PIECES),
        rejected: new NumberControl(counts.pieces - counts.good, PIECES),
        startGrams: new NumberControl(counts.startGrams, BOWL_GRAMS, { isOptional: true }),
        addedGrams: new NumberControl(counts.addedGrams, BOWL_GRAMS),
        leftGrams: new NumberControl(counts.leftGrams, BOWL_GRAMS, { isOptional: true }),
        reason: new FormControl('', { nonNullable: true }),
      });
    },
  });

  constructor() {
    inject(FieldErrors).from(this.said);
  }

  private itemText(item: RunRecord['lots'][number]['item'], amount: number): string {
    const workshop = this.page.names()!.workshop;
    const base = baseOf(item, workshop);
    return `${itemName(item, workshop)}, ${base === 'piece' ? counted(Math.ceil(amount), 'piece') : mass(amount)}`;
  }

  protected find(text: string): void {
    this.page.look(text);
  }

  protected amend(): void {
    const form = this.form();
    form.markAllAsTouched();
    if (form.invalid) return;
    const { good, rejected, startGrams, addedGrams, leftGrams, reason } = form.controls;
    this.store.dispatch(
      BenchActions.amendAsked({
        id: this.row().id,
        ask: {
          ...{ good: good.number, startGrams: startGrams.value, addedGrams: addedGrams.number },
          ...{ leftGrams: leftGrams.value, reason: reason.value.trim() },
          rejects: rejectsOf(this.counts().rejects, rejected.number),
        },
      }),
    );
  }
}

type Rejects = ReturnType<typeof countsNow>['rejects'];

/** Rejects as they were told by cause, with more or fewer of them: the difference goes to the commonest, or to others. */
function rejectsOf(before: Rejects, pieces: number): Rejects {
  const sum = before.reduce((all, each) => all + each.pieces, 0);
  if (pieces === sum) return before;
  if (pieces === 0) return [];
  const [most] = [...before].sort((a, b) => b.pieces - a.pieces);
  const cause = most?.cause ?? REJECT_CAUSES.at(-1)!;
  const others = before.filter((each) => each.cause !== cause);
  const rest = pieces - others.reduce((all, each) => all + each.pieces, 0);
  return rest > 0 ? [...others, { cause, pieces: rest }] : [{ cause, pieces }];
}
