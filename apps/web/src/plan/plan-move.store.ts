import { computed, inject } from '@angular/core';
import type { SavedPlan } from '@alnage/contract';
import {
  clockStageIndex,
  placeIn,
  type Blocker,
  type EditRefusal,
  type EditResult,
  type OpenLane,
  type PlaceOfStage,
  type PlanEdit,
  type Planned,
} from '@alnage/core/planner';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { Reckoner } from '../shared/reckoning/reckoner';
import { PlanActions } from '../state/plan.state';
import { PlanPageStore } from './plan.store';

/** Minutes by which a place is found; nobody plans by less. Shop default. */
export const PLACE_STEP = 5;
/** So far around the days that are shown a batch can go, in minutes. */
const REACH = 720;

/** A stage of a batch in hand: where it came from, and where it would be put now. */
export interface InHand {
  readonly batch: string;
  readonly stage: string;
  readonly minutes: number;
  readonly from: PlaceOfStage;
  readonly to: PlaceOfStage;
}

export type MoveState = {
  readonly inHand: InHand | null;
  /** Where it could go; null while that is being worked out. */
  readonly lanes: readonly OpenLane[] | null;
  /** Why the last edit cannot be, and which it was. */
  readonly refusal: EditRefusal | null;
  readonly edit: PlanEdit | null;
  /** What the edit would come to if others made way. */
  readonly making: 'asked' | EditResult | null;
  /** The version that the edit was made on, where somebody made another one meanwhile. */
  readonly crossed: SavedPlan | null;
};

const AT_REST: MoveState = {
  inHand: null,
  lanes: null,
  refusal: null,
  edit: null,
  making: null,
  crossed: null,
};

/** A batch that is moved by hand: picked up, carried over the lanes, put down. */
export const PlanMoveStore = signalStore(
  withState<MoveState>(AT_REST),
  withComputed((move) => ({
    /** Whether it could be put down here, and what stands in the way where not; null while that is not known. */
    verdict: computed((): { isOpen: boolean; blocker: Blocker | null } | null => {
      const [inHand, lanes] = [move.inHand(), move.lanes()];
      if (!inHand || !lanes) return null;
      const { to } = inHand;
      const lane = lanes.find(({ melter, person }) =>
        melter === undefined ? person === to.person : melter === to.melter,
      );
      const isIn = ([first, last]: readonly [number, number]): boolean => to.end >= first && to.end <= last;
      const isOpen = lane?.open.some(isIn) ?? false;
      const shut = lane?.shut.find(({ span }) => isIn(span));
      return { isOpen, blocker: isOpen ? null : (shut?.blocker ?? null) };
    }),
  })),
  withMethods((move) => {
    const page = inject(PlanPageStore);
    const reckoner = inject(Reckoner);
    return {
      /** Takes a stage of a batch in hand: the one that was gripped, or the one that starts its clock. */
      pickUp(batchId: string, stage: string | null): void {
        const [saved, views] = [page.saved(), page.views()];
        const batch = saved?.plan.batches.find(({ id }) => id === batchId);
        if (!saved || !views || !batch) return;
        page.choose(batchId);
        if (!page.canMove()) return;
        const product = views.catalogue.products.get(batch.product)!;
        const gripped = stage ?? product.stages[clockStageIndex(product)]!.id;
        const task = batch.stages.find((each) => each.stage === gripped)!;
        const { person, ...place } = placeIn(batch, gripped, saved.plan.melts);
        // what is dipped goes to a bowl, whoever is free there; all else goes to a person
        const from = place.melter === undefined ? { ...place, person: person! } : place;
        const inHand = { batch: batchId, stage: gripped, minutes: task.end - task.start, from, to: from };
        patchState(move, { ...AT_REST, inHand });
        const { from: first, to: last } = page.window();
        const ask = {
          batch: batchId,
          stage: gripped,
          from: Math.max(page.now(), first - REACH),
          to: last + REACH,
          step: PLACE_STEP,
        };
        ask.from += (((from.end - ask.from) % PLACE_STEP) + PLACE_STEP) % PLACE_STEP;
        void reckoner.ask('places', handedOver(page, batchId)!, ask).then(
          (lanes) => {
            if (move.inHand()?.batch === batchId) patchState(move, { lanes });
          },
          () => undefined,
        );
      },
      /** Carries it so that it ends at a minute, to the next step, in a lane. */
      carry(end: number, lane: Pick<PlaceOfStage, 'melter' | 'person'>): void {
        const inHand = move.inHand();
        if (!inHand) return;
        const away = Math.round((end - inHand.from.end) / PLACE_STEP) * PLACE_STEP;
        const to = { stage: inHand.stage, end: inHand.from.end + away, ...lane };
        patchState(move, { inHand: { ...inHand, to } });
      },
      /** Carries it by some minutes, or by some lanes up or down. */
      nudge({ minutes = 0, lanes = 0 }: { minutes?: number; lanes?: number }): void {
        const [inHand, known] = [move.inHand(), move.lanes()];
        if (!inHand) return;
        const { end, melter, person } = inHand.to;
        const all = known ?? [];
        const at = all.findIndex((lane) =>
          melter === undefined ? lane.person === person : lane.melter === melter,
        );
        const next = all[Math.max(0, Math.min(all.length - 1, at + lanes))];
        const lane = lanes !== 0 && next ? next : { melter, person };
        const { stage } = inHand;
        const to = {
          stage,
          end: end + minutes,
          ...(lane.melter === undefined ? { person: lane.person! } : { melter: lane.melter }),
        };
        patchState(move, { inHand: { ...inHand, to } });
      },
      letGo(): void {
        patchState(move, AT_REST);
      },
    };
  }),
  withMethods((move) => {
    const store = inject(Store);
    const page = inject(PlanPageStore);
    const reckoner = inject(Reckoner);
    const send = (edit: PlanEdit): void => {
      patchState(move, { ...AT_REST, edit });
      store.dispatch(PlanActions.editAsked({ ask: { version: page.saved()!.version, edit } }));
    };
    return {
      /** Puts it down where it is; where that cannot be, it is told why, and goes back. */
      putDown(): void {
        const inHand = move.inHand();
        if (!inHand) return;
        const { batch, from, to } = inHand;
        if (JSON.stringify(from) === JSON.stringify(to)) return patchState(move, AT_REST);
        send({ kind: 'move', batch, to, mayMoveOthers: false });
      },
      split(batch: string, pieces: number): void {
        send({ kind: 'split', batch, pieces });
      },
      merge(batch: string, other: string): void {
        send({ kind: 'merge', batch, other });
      },
      /** Puts it where the refusal said that it is free. */
      putAt({ stage, end, melter, person }: PlaceOfStage): void {
        const edit = move.edit();
        if (edit?.kind !== 'move') return;
        const lane = melter === undefined ? { person: person! } : { melter };
        send({ ...edit, to: { stage, end, ...lane }, mayMoveOthers: false });
      },
      /** Works out what the refused move would come to if others made way. */
      async askMaking(): Promise<void> {
        const edit = move.edit();
        if (edit?.kind !== 'move') return;
        const wish = { ...edit, mayMoveOthers: true };
        patchState(move, { making: 'asked' });
        const making = await reckoner.ask('edit', handedOver(page, edit.batch)!, wish).catch(() => null);
        if (move.edit() === edit) patchState(move, { making });
      },
      makeWay(): void {
        const edit = move.edit();
        if (edit?.kind === 'move') send({ ...edit, mayMoveOthers: true });
      },
      refused(refusal: EditRefusal, edit: PlanEdit): void {
        patchState(move, { ...AT_REST, refusal, edit });
      },
      /** Somebody was there before: what was seen is kept, to be held beside what they made of it. */
      crossedBy(seen: SavedPlan, edit: PlanEdit): void {
        patchState(move, { ...AT_REST, crossed: seen, edit });
      },
      /** The same on what somebody else made of the plan. */
      doAgain(): void {
        const edit = move.edit();
        if (edit) send(edit);
      },
      dismiss(): void {
        patchState(move, AT_REST);
      },
    };
  }),
);

/** The newest plan with all held fast that is not in hand: what an edit is judged by. */
function handedOver(page: InstanceType<typeof PlanPageStore>, batch: string): Planned | null {
  const [problem, saved] = [page.held()(batch)?.shut, page.saved()];
  return problem && saved ? { problem, plan: saved.plan } : null;
}
