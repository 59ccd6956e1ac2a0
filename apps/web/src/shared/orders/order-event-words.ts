import type { OrderEvent, OrderState } from '@alnage/contract';
import type { OrderNames } from '../../state/workshop.state';
import { money } from '../formats/formats';
import { wallText } from '../formats/wall-time';
import { STATE_WORDS } from './order-rows';

export const EVENT_WORDS: Readonly<Record<OrderEvent['what'], string>> = {
  taken: 'taken',
  changed: 'changed',
  moved: 'moved on',
  paid: 'paid',
};

/** What ids are called. */
export interface EventNames {
  readonly currency: string;
  readonly points: ReadonlyMap<string, string>;
  readonly names: OrderNames;
}

const FIELD_WORDS: Readonly<Record<string, string>> = {
  customer: 'who',
  pickup: 'pickup',
  pickupPoint: 'where',
  lines: 'loose pieces',
  boxes: 'boxes',
  phone: 'telephone',
  allergies: 'must never have',
  note: 'note',
  giftMessage: 'message on the gift',
  holdUntil: 'place held until',
  swaps: 'stands for what lacked',
  despiteAllergy: 'taken in spite of an allergy',
  despiteKitchen: 'taken against the plan',
  total: 'comes to',
  paid: 'paid',
  collected: 'collected',
  keptUntil: 'kept until',
  state: 'state',
};

/** Fields that are wall-clock times. */
const WALL_TIMES: readonly string[] = ['pickup', 'holdUntil', 'keptUntil'];

/** One thing that differs: pickup: 2026-06-19 15:00 → 2026-06-19 16:00. */
export function changeText({ field, from, to }: OrderEvent['changes'][number], names: EventNames): string {
  const told = (value: string | null): string => (value ? valueText(field, value, names) : 'nothing');
  return `${FIELD_WORDS[field] ?? field}: ${told(from)} → ${told(to)}`;
}

function valueText(field: string, value: string, { currency, points, names }: EventNames): string {
  if (WALL_TIMES.includes(field)) return wallText(value);
  switch (field) {
    case 'total':
    case 'paid':
      return money(Number(value), currency);
    case 'state':
      return STATE_WORDS[value as OrderState];
    case 'pickupPoint':
      return points.get(value) ?? value;
    case 'lines':
    case 'boxes':
    case 'swaps':
      return namedText(value, names);
    default:
      return value;
  }
}

/** Ids of pieces and boxes in a text, by their names. */
function namedText(text: string, { pieces, boxes }: OrderNames): string {
  return text.replace(/[\p{L}\p{N}-]+/gu, (id) =>
    (boxes.get(id)?.name ?? pieces.get(id) ?? id).toLowerCase(),
  );
}
