import type { Box } from '@alnage/contract';
import { signal } from '@angular/core';
import { boxLine, boxOf, type DraftForm, type DraftStart, type LineStart } from './draft-form';

const KEY = 'alnage.order-draft';

/** A new order that is half written: it stays on the device until it is taken or thrown away. */
export interface KeptDraft extends DraftStart {
  /** What was said in one line. */
  readonly said: string;
}

const TEXTS = [
  'customer',
  'phone',
  'day',
  'time',
  'pickupPoint',
  'note',
  'giftMessage',
  'holdUntil',
  'said',
] as const;

const kept = signal<KeptDraft | null>(read());

/** The half-written order of this device; null where there is none. */
export const keptDraft = kept.asReadonly();

/** Keeps what is typed; a form in which nothing is ordered, said or named is none. */
export function keepDraft(form: DraftForm, said: string): void {
  const { lines, ...texts } = form.getRawValue();
  const draft: KeptDraft = {
    ...texts,
    said,
    lines: lines.map(({ item, count, contents }) => ({
      ...{ item, count, holds: 0 },
      contents: Object.entries(contents).map(([piece, pieces]) => ({ piece, pieces: pieces ?? 0 })),
    })),
  };
  const { customer, phone, note, giftMessage } = draft;
  const isTyped = [said, customer, phone, note, giftMessage].some((text) => text.trim() !== '');
  if (!isTyped && draft.allergies.length === 0 && draft.lines.every(({ item }) => item === ''))
    return forgetDraft();
  kept.set(draft);
  localStorage.setItem(KEY, JSON.stringify(draft));
}

export function forgetDraft(): void {
  kept.set(null);
  localStorage.removeItem(KEY);
}

/** A kept draft as a form starts from it: boxes as they are sold now, a day that is over as the first to come. */
export function startOfKept(
  draft: KeptDraft,
  { boxes, days, points }: { boxes: readonly Box[]; days: readonly string[]; points: readonly string[] },
): DraftStart {
  const lines = draft.lines.map((line): LineStart => {
    const box = boxes.find(({ id }) => id === boxOf(line.item));
    return box ? boxLine(box, line.count ?? 1, line.contents) : { ...line, contents: [], holds: 0 };
  });
  const among = (all: readonly string[], value: string): string =>
    all.includes(value) ? value : (all[0] ?? '');
  return { ...draft, lines, day: among(days, draft.day), pickupPoint: among(points, draft.pickupPoint) };
}

/** What another version of this page may have left is taken only where it is whole. */
function read(): KeptDraft | null {
  try {
    const found = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Partial<KeptDraft> | null;
    // one from before telephones and what must never be in it were said with orders
    const draft = found && ({ phone: '', allergies: [], ...found } as KeptDraft);
    if (!draft || !TEXTS.every((key) => typeof draft[key] === 'string')) return null;
    if (!Array.isArray(draft.lines) || !Array.isArray(draft.allergies)) return null;
    const isWhole = draft.lines.every(
      ({ item, count, contents }) =>
        typeof item === 'string' && (count === null || typeof count === 'number') && Array.isArray(contents),
    );
    return isWhole ? draft : null;
  } catch {
    return null;
  }
}
