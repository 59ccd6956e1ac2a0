import type { BatchReason, Blocker, CostAmounts } from '@alnage/core/planner';
import { count, counted, listed } from '../formats/formats';
import { amountsTexts } from './amounts-words';
import type { PlanWords } from './plan-names';

/** Minutes after which a day’s name alone is not clear. */
const WEEK = 6 * 1440;

/** Skills as people call them. */
const SKILLS: Readonly<Record<string, string>> = {
  dip: 'to dip',
  temper: 'to temper',
  prep: 'to prepare',
  cook: 'to cook',
  pack: 'to pack',
};

function skill(id: string): string {
  return SKILLS[id] ?? `for ${id}`;
}

/** Why pieces cannot be met, in a sentence made from what stood in the way. */
export function blockerText(blocker: Blocker, words: PlanWords): string {
  const { kind } = blocker;
  switch (kind) {
    case 'free-from':
      return `it contains ${blocker.allergen}, which the order must be free from.`;
    case 'time':
      return blocker.latestEnd < blocker.earliestEnd
        ? `its ${blocker.stage} would have to end by ${words.time(blocker.latestEnd)}, and cannot before ${words.time(blocker.earliestEnd)}.`
        : `there is no time left for its ${blocker.stage}.`;
    case 'hands':
      return `nobody is free ${skill(blocker.skill)} ${spanText(blocker, words)}.`;
    case 'bowl':
      return blocker.from === blocker.to
        ? `the bowl cannot take ${words.coating(blocker.coating)} so as to be done by ${words.time(blocker.to)}.`
        : `no bowl can take ${words.coating(blocker.coating)} between ${words.time(blocker.from)} and ${words.time(blocker.to)}.`;
    case 'mould':
      return mouldText(blocker, words);
    case 'room':
      return roomText(blocker, words);
  }
}

function mouldText(blocker: Blocker & { readonly kind: 'mould' }, words: PlanWords): string {
  const are = blocker.moulds === 1 ? 'is' : 'are';
  return `${counted(blocker.moulds, 'mould')} of ${words.mould(blocker.mould)} ${are} not free ${spanText(blocker, words)}.`;
}

function roomText(blocker: Blocker & { readonly kind: 'room' }, words: PlanWords): string {
  const trays = blocker.trays === 1 ? 'tray does' : 'trays do';
  return `${count(blocker.trays)} ${trays} not fit in the ${words.zone(blocker.zone)} before ${words.time(blocker.at)}.`;
}

/** From when to when somebody would be needed; of a place that is held to a minute, by when. */
function spanText({ from, to }: { from: number; to: number }, words: PlanWords): string {
  return from === to
    ? `so as to be done by ${words.time(to)}`
    : `from ${words.time(from)} to ${words.time(to)}`;
}

export interface WhyInput {
  readonly product: string;
  readonly reason: BatchReason;
  readonly words: PlanWords;
  readonly firstTicket: string;
  /** What makes it stay, where something does. */
  readonly stays: 'started' | 'pinned' | null;
}

/** Why a batch is where it is: what it waits for, what holds it, and how far it could go. */
export function whyText({ product, reason, words, firstTicket, stays }: WhyInput): string[] {
  const sentences = [
    `The first of it leaves ${words.time(reason.firstLeave)} (${firstTicket}), so it must be dipped by ${words.time(reason.latestClock)}.`,
    `The last is collected ${words.time(reason.lastDue)}: dipped before ${limitText(reason, words)} it would be past its limit.`,
  ];
  if (stays === 'started') return [...sentences, 'It is started, so it stays where it is.'];
  if (stays === 'pinned') return [...sentences, 'It is pinned: every new plan goes around it.'];
  return [...sentences, holdText(product, reason, words)];
}

/** The minute before which it would be too old, with its month where it is not of the days around. */
function limitText({ earliestClock, lastDue }: BatchReason, words: PlanWords): string {
  return lastDue - earliestClock > WEEK ? words.dateTime(earliestClock) : words.time(earliestClock);
}

function holdText(product: string, { hold }: BatchReason, words: PlanWords): string {
  switch (hold.kind) {
    case 'pickup':
      return 'It is as late as the waits before pickup allow.';
    case 'blocked':
      return `It cannot be later. At its ${words.stage(product, hold.blocker.stage)}: ${blockerText(hold.blocker, words)}`;
    case 'price':
      return `It could be dipped by ${words.time(hold.clock)}, ${priceText(hold.more)}.`;
  }
}

/** What it would take more, and what less. */
function priceText(more: CostAmounts): string {
  const texts = amountsTexts(more);
  return texts.length === 0 ? 'at no more work, age or coating' : `with ${listed(texts)}`;
}
