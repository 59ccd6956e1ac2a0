import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import {
  CUSTOMER_LENGTH,
  LINE_PIECES_MOST,
  NOTE_LENGTH,
  type Order,
  type OrderDraft,
} from '@alnage/contract';
import { typedTime } from '../../shared/formats/typed-time';
import { timeText } from '../../shared/formats/wall-time';

export type LineForm = FormGroup<{ piece: FormControl<string>; pieces: FormControl<string> }>;

export type DraftForm = FormGroup<{
  customer: FormControl<string>;
  lines: FormArray<LineForm>;
  day: FormControl<string>;
  time: FormControl<string>;
  pickupPoint: FormControl<string>;
  note: FormControl<string>;
}>;

const text = (value: string) => new FormControl(value, { nonNullable: true });

/** One line of the form; a new one wants a dozen. */
export function lineForm(piece = '', pieces = '12'): LineForm {
  return new FormGroup({
    piece: new FormControl(piece, { nonNullable: true, validators: [Validators.required] }),
    pieces: new FormControl(pieces, {
      nonNullable: true,
      validators: [
        Validators.required,
        Validators.pattern(/^\d+$/),
        Validators.min(1),
        Validators.max(LINE_PIECES_MOST),
      ],
    }),
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
export function draftForm(start: DraftStart): DraftForm {
  const lines = start.lines.map((line) => lineForm(line.piece, String(line.pieces)));
  return new FormGroup({
    customer: new FormControl(start.customer, {
      nonNullable: true,
      validators: [Validators.required, Validators.pattern(/\S/), Validators.maxLength(CUSTOMER_LENGTH)],
    }),
    lines: new FormArray(lines.length > 0 ? lines : [lineForm()]),
    day: text(start.day),
    time: new FormControl(start.time, {
      nonNullable: true,
      validators: [
        Validators.required,
        (control) => (typedTime(String(control.value)) === null ? { time: true } : null),
      ],
    }),
    pickupPoint: text(start.pickupPoint),
    note: new FormControl(start.note, { nonNullable: true, validators: [Validators.maxLength(NOTE_LENGTH)] }),
  });
}

/** What a valid form says, as the API takes it. */
export function draftOf(form: DraftForm): OrderDraft {
  const { customer, lines, day, time, pickupPoint, note } = form.getRawValue();
  return {
    customer: customer.trim(),
    note: note.trim(),
    pickupPoint,
    pickup: `${day}T${typedTime(time)}`,
    lines: lines.map((line) => ({ piece: line.piece, pieces: Number(line.pieces) })),
  };
}
