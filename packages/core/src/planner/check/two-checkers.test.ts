import { existsSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { resolve } from 'node:path';
import { describe, expect, test } from 'vitest';
import { makePlan } from '../make-plan';
import type { Plan, Problem } from '../problem';
import { randomProblem, seeded } from '../testing/small-problem';
import { checkPlan } from './check-plan';

/** A second checker, written by others from the same rules; it lies beside the project while developing. */
const OTHER = resolve(import.meta.dirname, '../../../../../../shared/tools/check-plan.mjs');
const isThere = existsSync(OTHER);

interface OtherReport {
  readonly ok: boolean;
  readonly cost: number | null;
  readonly violationCount: number;
  readonly violations: readonly { readonly code: string }[];
}

async function otherChecker(): Promise<(problem: Problem, plan: unknown) => OtherReport> {
  const { check } = (await import(pathToFileURL(OTHER).href)) as {
    check: (p: Problem, q: unknown) => OtherReport;
  };
  return check;
}

/** One number of the plan moved a little, as a slip would. */
function slip(plan: Plan, seed: number): unknown {
  const random = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const draft = JSON.parse(JSON.stringify(plan)) as any;
  const by = pick([-60, -15, -1, 1, 15, 60]);
  const slips: (() => void)[] = [
    ...draft.batches.flatMap((batch: any) => [
      () => (pick<any>(batch.stages).start += by),
      () => (pick<any>(batch.stages).end += by),
      () => batch.stages.forEach((stage: any) => ((stage.start += by), (stage.end += by))),
      () => (pick<any>(batch.stages).person = pick(['runa', 'tove'])),
      () => (pick<any>(batch.serves).pieces += 1),
    ]),
    ...draft.melts.flatMap((melt: any) => [
      () => (melt.grams += by),
      () => (melt.setupStart += by),
      () => (melt.setupEnd += by),
      () => (melt.closed += by),
      () => (melt.melter = pick(['bowl-a', 'bowl-b'])),
    ]),
    () => draft.unmet.push({ order: 'o0', product: 'berry', pieces: 1 }),
  ];
  pick(slips)();
  return draft;
}

/** Problems with the first plan that is laid for them; those without an order are left out. */
function planned(count: number): { problem: Problem; plan: Plan }[] {
  return Array.from({ length: count }, (_, seed) => randomProblem(seed))
    .filter((problem) => problem.orders.length > 0)
    .map((problem) => ({ problem, plan: makePlan(problem, { steps: 1 }).plan }));
}

describe.skipIf(!isThere)(
  'two checkers of the same rules (skipped where the second is not there)',
  { timeout: 60_000 },
  () => {
    test('agree on every plan made, to its cost', async () => {
      const other = await otherChecker();
      for (const { problem, plan } of planned(60)) {
        const theirs = other(problem, plan);
        expect(theirs.violations).toEqual([]);
        expect(checkPlan(problem, plan).cost).toBeCloseTo(theirs.cost!, 2);
      }
    });

    test('agree on what a slip breaks', async () => {
      const other = await otherChecker();
      const plans = planned(30).filter(({ plan }) => plan.batches.length > 0);
      let broken = 0;
      for (let seed = 1; seed <= 500; seed++) {
        const { problem, plan } = plans[seed % plans.length]!;
        const slipped = slip(plan, seed);
        const ours = checkPlan(problem, slipped);
        const theirs = other(problem, slipped);
        expect(
          ours.ok,
          `seed ${seed}: ${JSON.stringify(ours.violations)} against ${JSON.stringify(theirs.violations)}`,
        ).toBe(theirs.ok);
        if (theirs.ok) continue;
        broken++;
        // a stage that runs backward is judged no further by ours: it has no span to lay
        if (ours.violations.some(({ text }) => text === 'ends before it starts')) continue;
        const codes = new Set(ours.violations.map((violation) => violation.code as string));
        for (const { code } of theirs.violations) expect(codes, `seed ${seed}`).toContain(code);
      }
      expect(broken).toBeGreaterThan(200);
    });
  },
);
