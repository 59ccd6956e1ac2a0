import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import {
  CUSTOMER_LENGTH,
  LINE_PIECES_MOST,
  NOTE_LENGTH,
  type Order,
  type OrderDraft,
} from '@alnage/contract';
import { typedTime } from '../../shared/formats/typed-time';

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

/** The form of an order; empty for a new one. */
export function draftForm(order: Order | null, defaults: { day: string; pickupPoint: string }): DraftForm {
  const [day, time] = order?.pickup.split('T') ?? [defaults.day, ''];
  return new FormGroup({
    customer: new FormControl(order?.customer ?? '', {
      nonNullable: true,
      validators: [Validators.required, Validators.pattern(/\S/), Validators.maxLength(CUSTOMER_LENGTH)],
    }),
    lines: new FormArray(
      order?.lines.map((line) => lineForm(line.piece, String(line.pieces))) ?? [lineForm()],
    ),
    day: text(day ?? defaults.day),
    time: new FormControl(time ?? '', {
      nonNullable: true,
      validators: [
        Validators.required,
        (control) => (typedTime(String(control.value)) === null ? { time: true } : null),
      ],
    }),
    pickupPoint: text(order?.pickupPoint ?? defaults.pickupPoint),
    note: new FormControl(order?.note ?? '', {
      nonNullable: true,
      validators: [Validators.maxLength(NOTE_LENGTH)],
    }),
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
