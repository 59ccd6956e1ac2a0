import { FormArray, FormControl, FormGroup, FormRecord, Validators, type ValidatorFn } from '@angular/forms';
import {
  ALLERGENS,
  BOX_COUNT,
  CUSTOMER_LENGTH,
  GIFT_MESSAGE_LENGTH,
  PHONE_LENGTH,
  LINE_PIECES_MOST,
  NOTE_LENGTH,
  type Allergen,
  type Box,
  type Order,
  type OrderDraft,
} from '@alnage/contract';
import { countPieces, type PieceCount } from '@alnage/core/ordering';
import type { Phrase, PhraseLine } from '@alnage/core/phrasing';
import { typedTime } from '../../shared/formats/typed-time';
import { timeText } from '../../shared/formats/wall-time';
import { NumberControl } from '../../shared/forms/number-control';
import { nameControl, textControl, timeControl } from '../../shared/forms/text-field';

export type LineForm = ReturnType<typeof lineForm>;
export type DraftForm = ReturnType<typeof draftForm>;

/** Boxes stand among the pieces in one list; their ids are told apart by this. */
const BOX = 'box:';
const LINE_PIECES = { min: 1, max: LINE_PIECES_MOST, isInteger: true } as const;
const IN_A_BOX = { min: 0, max: LINE_PIECES_MOST, isInteger: true } as const;

const choice = (value: string) => new FormControl(value, { nonNullable: true });

/** What a line is of: a loose piece, or a box, filled so where it is filled as one likes. */
export interface LineStart {
  readonly item: string;
  readonly count: number | null;
  readonly contents: readonly PieceCount[];
  /** Pieces that the box holds; 0 where there is nothing to fill. */
  readonly holds: number;
}

const FIRST_LINE: LineStart = { item: '', count: 12, contents: [], holds: 0 };

export function boxItem(box: string): string {
  return BOX + box;
}

/** The box that a line is of; null where it is of loose pieces. */
export function boxOf(item: string): string | null {
  return item.startsWith(BOX) ? item.slice(BOX.length) : null;
}

/** One line of the form; a new one wants a dozen. */
export function lineForm({ item, count, contents, holds }: LineStart = FIRST_LINE) {
  return new FormGroup({
    item: new FormControl(item, { nonNullable: true, validators: [Validators.required] }),
    count: new NumberControl(count, boundOf(item)),
    contents: contentsForm(contents, holds),
  });
}

/** How many of each piece go into one box: as many in all as it holds. */
function contentsForm(contents: readonly PieceCount[], holds: number): FormRecord<NumberControl> {
  const isFull: ValidatorFn = (control) => {
    const counts = Object.values((control as FormRecord<NumberControl>).controls).map(({ number }) => number);
    return counts.reduce((sum, each) => sum + each, 0) === holds ? null : { holds };
  };
  return new FormRecord(
    Object.fromEntries(contents.map(({ piece, pieces }) => [piece, new NumberControl(pieces, IN_A_BOX)])),
    isFull,
  );
}

function boundOf(item: string) {
  return boxOf(item) === null ? LINE_PIECES : BOX_COUNT;
}

/** Another thing on a line: a box is wanted once unless somebody said how many, and where it is filled as one likes, it starts as it is sold. */
export function takeItem(line: LineForm, item: string, boxes: readonly Box[]): void {
  const { controls: c } = line;
  // whoever chose may have put the item there already
  const wasBox = c.count.bound === BOX_COUNT;
  const box = boxes.find(({ id }) => id === boxOf(item));
  c.item.setValue(item);
  c.count.setBound(boundOf(item));
  if (box && !wasBox && c.count.pristine) c.count.setValue(1);
  const { contents, holds } = box ? boxLine(box, 1, box.contents) : FIRST_LINE;
  line.setControl('contents', contentsForm(contents, holds));
}

/** A line of a box, filled so: every piece that may go in, or nothing to fill where the box is as it is. */
export function boxLine(box: Box, count: number, contents: readonly PieceCount[]): LineStart {
  return {
    item: boxItem(box.id),
    count,
    contents: box.among.map((piece) => ({
      piece,
      pieces: contents.find((each) => each.piece === piece)?.pieces ?? 0,
    })),
    holds: box.among.length > 0 ? countPieces(box.contents) : 0,
  };
}

/** Fills a line's box with so many of each piece. */
export function fillBox({ controls }: LineForm, contents: readonly PieceCount[]): void {
  for (const [piece, control] of Object.entries(controls.contents.controls))
    control.setValue(contents.find((each) => each.piece === piece)?.pieces ?? 0);
}

/** What a form starts from. */
export interface DraftStart {
  readonly customer: string;
  readonly phone: string;
  /** What must never be in it. */
  readonly allergies: readonly Allergen[];
  readonly lines: readonly LineStart[];
  readonly day: string;
  readonly time: string;
  readonly pickupPoint: string;
  readonly note: string;
  readonly giftMessage: string;
  /** Until when its place is held, 2026-06-19T12:00; '' where it is not. */
  readonly holdUntil: string;
}

/** A form starts from an order as it is. */
export function startOf(order: Order, boxes: readonly Box[]): DraftStart {
  const { customer, phone, allergies, pickup, pickupPoint, note, giftMessage, holdUntil } = order;
  const lines = [
    ...order.boxes.map(({ box: id, count, contents }) => {
      const box = boxes.find((each) => each.id === id);
      return box ? boxLine(box, count, contents) : { ...FIRST_LINE, item: boxItem(id), count };
    }),
    ...order.lines.map(({ piece, pieces }) => ({ ...FIRST_LINE, item: piece, count: pieces })),
  ];
  const [day, time] = [pickup.slice(0, 10), timeText(pickup.slice(11))];
  const said = { customer, phone, allergies, note, giftMessage };
  return { ...said, lines, day, time, pickupPoint, holdUntil: holdUntil ?? '' };
}

/** The lines that a phrase says, boxes as they are sold. */
export function linesOfPhrase(lines: readonly PhraseLine[], boxes: readonly Box[]): LineStart[] {
  return lines.map(({ kind, id, count }) => {
    const box = kind === 'box' && boxes.find((each) => each.id === id);
    return box ? boxLine(box, count, box.contents) : { ...FIRST_LINE, item: id, count };
  });
}

/** What a phrase says of the fields beside the lines; what it says nothing of is left out. */
export function fieldsOfPhrase(said: Partial<Phrase>) {
  const { customer, phone, never = [], day, time, point, note } = said;
  const allergies = ALLERGENS.filter((each) => never.includes(each));
  return {
    ...(customer && { customer }),
    ...(phone && { phone }),
    ...(allergies.length > 0 && { allergies }),
    ...(day && { day }),
    ...(time && { time: timeText(time) }),
    ...(point && { pickupPoint: point }),
    ...(note && { note }),
  };
}

/** The form of an order. */
export function draftForm(start: DraftStart) {
  const lines = start.lines.map(lineForm);
  return new FormGroup({
    customer: nameControl(start.customer, CUSTOMER_LENGTH),
    phone: textControl(start.phone, PHONE_LENGTH),
    allergies: new FormControl<readonly Allergen[]>(start.allergies, { nonNullable: true }),
    lines: new FormArray(lines.length > 0 ? lines : [lineForm()]),
    day: choice(start.day),
    time: timeControl(start.time),
    pickupPoint: choice(start.pickupPoint),
    note: textControl(start.note, NOTE_LENGTH),
    giftMessage: textControl(start.giftMessage, GIFT_MESSAGE_LENGTH),
    holdUntil: choice(start.holdUntil),
  });
}

/** What is ordered, of the lines that can be. */
export function orderedOf({ controls }: DraftForm): Pick<OrderDraft, 'lines' | 'boxes'> {
  const sound = controls.lines.controls.filter(({ valid }) => valid).map(({ controls: line }) => line);
  return {
    lines: sound
      .filter(({ item }) => boxOf(item.value) === null)
      .map(({ item, count }) => ({ piece: item.value, pieces: count.number })),
    boxes: sound.flatMap(({ item, count, contents }) => {
      const box = boxOf(item.value);
      return box === null ? [] : [{ box, count: count.number, contents: filled(contents) }];
    }),
  };
}

function filled({ controls }: FormRecord<NumberControl>): PieceCount[] {
  return Object.entries(controls)
    .map(([piece, control]) => ({ piece, pieces: control.number }))
    .filter(({ pieces }) => pieces > 0);
}

/** Where a line of the form stands in what the server is sent. */
export function pointerOf({ controls }: DraftForm, line: LineForm): string {
  const isBox = (each: LineForm): boolean => boxOf(each.controls.item.value) !== null;
  const kind = isBox(line);
  const alike = controls.lines.controls.filter((each) => isBox(each) === kind);
  return `/${kind ? 'boxes' : 'lines'}/${alike.indexOf(line)}`;
}

/** How an order is taken. */
export type Taking = Pick<OrderDraft, 'state' | 'despiteKitchen' | 'despiteAllergy'>;

/** What a valid form says, as the API takes it. */
export function draftOf(form: DraftForm, taking: Taking): OrderDraft {
  const { customer, phone, allergies, day, time, pickupPoint, note, giftMessage, holdUntil } =
    form.getRawValue();
  return {
    customer: customer.trim(),
    note: note.trim(),
    ...(phone.trim() && { phone: phone.trim() }),
    ...(allergies.length > 0 && { allergies: [...allergies] }),
    ...(giftMessage.trim() && { giftMessage: giftMessage.trim() }),
    ...(holdUntil && { holdUntil }),
    pickupPoint,
    pickup: `${day}T${typedTime(time)}`,
    ...orderedOf(form),
    ...taking,
  };
}
