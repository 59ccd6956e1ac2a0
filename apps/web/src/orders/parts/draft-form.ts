import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import {
  CUSTOMER_LENGTH,
  LINE_PIECES_MOST,
  NOTE_LENGTH,
  type Order,
  type OrderDraft,
} from '@alnage/contract';
import { NumberControl } from '../../shared/forms/number-control';
import { nameControl, textControl, timeControl } from '../../shared/forms/text-field';
import { typedTime } from '../../shared/formats/typed-time';
import { timeText } from '../../shared/formats/wall-time';

export type LineForm = ReturnType<typeof lineForm>;
export type DraftForm = ReturnType<typeof draftForm>;

const LINE_PIECES = { min: 1, max: LINE_PIECES_MOST, isInteger: true } as const;

const choice = (value: string) => new FormControl(value, { nonNullable: true });

/** One line of the form; a new one wants a dozen. */
export function lineForm(piece = '', pieces: number | null = 12) {
  return new FormGroup({
    piece: new FormControl(piece, { nonNullable: true, validators: [Validators.required] }),
    pieces: new NumberControl(pieces, LINE_PIECES),
  });
}

/** What a form starts from. */
export interface DraftStart {
  readonly customer: string;
  readonly lines: readonly { readonly piece: string; readonly pieces: number }[];
  readonly day: string;
  readonly time: string;
  readonly pickupPoint: string;
  readonly note: string;
}

/** A form starts from an order as it is. */
export function startOf({ customer, lines, pickup, pickupPoint, note }: Order): DraftStart {
  return { customer, lines, day: pickup.slice(0, 10), time: timeText(pickup.slice(11)), pickupPoint, note };
}

/** The form of an order. */
export function draftForm(start: DraftStart) {
  const lines = start.lines.map((line) => lineForm(line.piece, line.pieces));
  return new FormGroup({
    customer: nameControl(start.customer, CUSTOMER_LENGTH),
    lines: new FormArray(lines.length > 0 ? lines : [lineForm()]),
    day: choice(start.day),
    time: timeControl(start.time),
    pickupPoint: choice(start.pickupPoint),
    note: textControl(start.note, NOTE_LENGTH),
  });
}

/** The lines of a form that can be. */
export function linesOf({ controls }: DraftForm): OrderDraft['lines'] {
  return controls.lines.controls
    .filter(({ valid }) => valid)
    .map(({ controls: line }) => ({ piece: line.piece.value, pieces: line.pieces.number }));
}

/** What a valid form says, as the API takes it. */
export function draftOf(form: DraftForm): OrderDraft {
  const { customer, day, time, pickupPoint, note } = form.getRawValue();
  return {
    customer: customer.trim(),
    note: note.trim(),
    pickupPoint,
    pickup: `${day}T${typedTime(time)}`,
    lines: linesOf(form),
  };
}
