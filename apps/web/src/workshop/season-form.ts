import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import {
  HOURS_BEFORE,
  TARGET_PIECES,
  TICKET_PREFIX_LENGTH,
  type PieceOffer,
  type SeasonDraft,
} from '@alnage/contract';
import { NumberControl } from '../shared/forms/number-control';
import { nameControl } from '../shared/forms/text-field';
import { clockControl, clockOf, dateControl } from './hours-form';

export type SeasonForm = ReturnType<typeof seasonForm>;

const FIRST: SeasonDraft = {
  name: '',
  startsOn: '',
  endsOn: '',
  peakOn: '',
  ticketPrefix: 'S',
  holidays: [],
  offers: [],
  comparedWith: null,
};

/** When ordering ends on a day, where nothing else is said. */
const CUT_OFF_TIME = '18:00';

const free = (value: string): FormControl<string> => new FormControl(value, { nonNullable: true });

export function holidayForm(date = '', name = '') {
  return new FormGroup({ date: dateControl(date), name: nameControl(name) });
}

/** A piece with its terms; what is left empty is as long as the season. */
export function offerForm(offer: PieceOffer) {
  const [day = '', time = CUT_OFF_TIME] = offer.orderBy?.split('T') ?? [];
  return new FormGroup({
    piece: new FormControl(offer.piece, { nonNullable: true, validators: [Validators.required] }),
    from: free(offer.from ?? ''),
    to: free(offer.to ?? ''),
    orderByDay: free(day),
    orderByTime: clockControl(time),
    hoursBefore: new NumberControl(offer.hoursBefore, HOURS_BEFORE, { isOptional: true }),
    targetPieces: new NumberControl(offer.targetPieces, TARGET_PIECES, { isOptional: true }),
    isOffered: new FormControl<'open' | 'closed'>(offer.isClosed ? 'closed' : 'open', { nonNullable: true }),
  });
}

export function seasonForm(start: SeasonDraft = FIRST) {
  return new FormGroup({
    name: nameControl(start.name),
    startsOn: dateControl(start.startsOn),
    endsOn: dateControl(start.endsOn),
    peakOn: dateControl(start.peakOn),
    ticketPrefix: new FormControl(start.ticketPrefix, {
      nonNullable: true,
      validators: [
        Validators.required,
        Validators.pattern(/^\s*[A-Za-z0-9]+\s*$/),
        Validators.maxLength(TICKET_PREFIX_LENGTH),
      ],
    }),
    holidays: new FormArray(start.holidays.map(({ date, name }) => holidayForm(date, name))),
    offers: new FormArray(start.offers.map(offerForm)),
    comparedWith: free(start.comparedWith ?? ''),
  });
}

/** What the form says, as the API takes it. */
export function seasonDraftOf({ controls: c }: SeasonForm): SeasonDraft {
  return {
    name: c.name.value.trim(),
    startsOn: c.startsOn.value,
    endsOn: c.endsOn.value,
    peakOn: c.peakOn.value,
    ticketPrefix: c.ticketPrefix.value.trim().toUpperCase(),
    holidays: c.holidays.controls.map(({ controls: day }) => ({
      date: day.date.value,
      name: day.name.value.trim(),
    })),
    offers: c.offers.controls.map(({ controls: offer }) => ({
      piece: offer.piece.value,
      from: offer.from.value || null,
      to: offer.to.value || null,
      orderBy: offer.orderByDay.value
        ? `${offer.orderByDay.value}T${clockOf(offer.orderByTime.value) ?? CUT_OFF_TIME}`
        : null,
      hoursBefore: offer.hoursBefore.value,
      targetPieces: offer.targetPieces.value,
      isClosed: offer.isOffered.value === 'closed',
    })),
    comparedWith: c.comparedWith.value || null,
  };
}
