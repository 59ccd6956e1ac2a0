import type { CoatRole } from '@alnage/core/coating';
import { COAT_WORDS } from './piece-words';
import type { FieldCode, FieldProblem, ProblemCode } from '@alnage/contract';
import type { Trouble, Unanswered } from '../state/problem';
import { GIVE_UP_SECONDS } from '../state/slow-calls';
import { capital, listed, temperature } from './formats/formats';
import { dayText, timeText, wallText } from './formats/wall-time';

/** Every text that a person reads for an error code: what is wrong, with which value, and what to do. */
export const PROBLEM_TEXT: Readonly<Record<ProblemCode | Unanswered['code'], string>> = {
  'invalid-input': 'Not saved: some fields need another look.',
  'malformed-body': 'Not saved: what was sent could not be read. Reload the page and try again.',
  'unsupported-media-type': 'Not saved: only JSON is taken here.',
  'body-too-large': 'Not saved: this is more than can be taken at once.',
  'not-found': 'There is no such page or thing. Go back to the list.',
  'order-not-found': 'This order is no longer there. Reload the list.',
  'order-changed':
    'Somebody changed this order while you had it open. Look at theirs below before you save yours.',
  'order-state': 'The order has moved on meanwhile, so this step is no longer possible.',
  'not-empty': 'A workshop can only be loaded into an empty installation; this one has records of its own.',
  'card-declined': 'The card device declined. Nothing was taken; try again, or take cash.',
  'card-open':
    'The card terminal has not answered yet what it was asked for this order. Wait for it, call it off, or say what it shows.',
  'partly-collected':
    'Somebody has part of this order already. Take that back first, or say that the rest was not collected.',
  'record-not-found': 'This is no longer there: somebody removed it meanwhile.',
  'record-changed':
    'Somebody changed this while you had it open. Look at theirs below before you save yours.',
  'in-use': 'It is still needed, so it stays.',
  'plan-changed':
    'Somebody made another version of the plan meanwhile. It is shown now; check that you still want this.',
  'plan-running': 'A plan is being made. Wait for it, or stop it first.',
  'plan-begun': 'The kitchen has begun work that this version plans differently. Mend it first.',
  'edit-refused': 'The plan cannot be changed like that.',
  'plan-not-found': 'There is no such version of the plan.',
  'stock-short': 'The larder has no record of that much.',
  'already-done': 'That is already recorded as made.',
  'seal-doubtful': 'Some figures look wrong. Please check them.',
  'run-sealed': 'This run is sealed already. What was wrong in it can be amended in the Ledger.',
  'no-printer': 'The workshop has no label printer. Add one under Workshop, Devices.',
  'no-device-token': 'The device is not known here by its token.',
  'no-plan': 'Nothing has been planned yet. Press Plan.',
  'label-too-small': 'Not all that a label must say fits. Choose a larger one.',
  'too-many-labels': 'That is too many labels at once: print them by day.',
  stopped: 'What is in it is stopped. It stays here until that is let go, under Ledger, Recall.',
  'nothing-set-up': 'The workshop has no season yet, so there is nothing to plan or to order.',
  'database-away': 'The database does not answer. Nothing was lost; try again in a moment.',
  'internal-error': 'Something went wrong on the server. Nothing was saved; try again.',
  'no-answer': `No answer for ${GIVE_UP_SECONDS} seconds. What you typed is still here. It may have been taken all the same: look before you send it again.`,
  'no-connection': 'The server does not answer. What you typed is still here; try again when it is back.',
};

type Params = FieldProblem['params'];

export const FIELD_TEXT: Readonly<Record<FieldCode, (params: Params) => string>> = {
  required: () => 'This is needed.',
  'unknown-field': () => 'There is no such field.',
  'wrong-type': () => 'This is not the right kind of value.',
  'not-a-whole-number': () => 'Give a whole number, such as 12.',
  'too-small': ({ value, limit }) => `${told(value)}too small: ${limit} is the least.`,
  'too-large': ({ value, limit }) => `${told(value)}too large: ${limit} is the most.`,
  'too-short': () => 'This is needed.',
  'too-long': ({ limit }) => `Too long: ${limit} characters are the most.`,
  'too-few': () => 'Add at least one line.',
  'too-many': ({ limit }) => `Too many: ${limit} are the most.`,
  'wrong-format': (params) => wrongFormatText(params),
  'not-allowed': ({ range }) => `This value is not one of those known${range ? `: ${range}` : ''}.`,
  blank: () => 'Give a name.',
  'unknown-piece': ({ value }) => `There is no piece called ${value}.`,
  'unknown-pickup-point': ({ value }) => `There is no pickup point called ${value}.`,
  'piece-twice': ({ value }) => `${value} is listed twice; put the pieces together in one line.`,
  'pickup-past': ({ now }) => `That is in the past: it is ${String(now).replace('T', ' ')} now.`,
  'out-of-range': ({ value, range }) => `${value ?? 'This'} will not do: ${range}.`,
  'not-convertible': ({ value, range }) => `${value ?? 'This unit'} cannot be weighed: ${range}.`,
  'in-past': ({ value, now }) => `${value} has passed: today is ${now}.`,
  'more-than-there': ({ value, limit, unit = 'of it' }) =>
    `${value} ${unit} is more than there is: ${limit} ${unit}.`,
  'unknown-reference': ({ value, range }) => `${value || 'Nothing'} will not do: ${range}.`,
  'name-taken': ({ value }) => `${value} is there already; give another name.`,
  twice: ({ value }) => `${value} is there twice.`,
  'in-future': ({ now }) => `That is in the future: it is ${String(now).replace('T', ' ')} now.`,
  'coat-without-stage': ({ value, stages }) =>
    stages
      ? `${stages} stages put on ${coatText(value)}: it is put on once.`
      : `No stage puts on ${coatText(value)}: add one, or say it of a stage.`,
  'melted-twice': ({ value }) =>
    `The recipe holds ${value} already, and the piece is mixed with it: remove it from one of them, or it is melted twice.`,
  'unknown-box': ({ value }) => `There is no box called ${value}.`,
  'pickup-shut': ({ point }) => `${point ?? 'It'} is shut then.`,
  'slot-closed': ({ nearest }) => `This slot takes no more orders.${nearestText(nearest)}`,
  'slot-full': ({ asked, left, nearest }) =>
    `This slot hands over ${left ? `${left} more` : 'no more'}, not ${asked ?? 'this one'}.${nearestText(nearest)}`,
  'too-old-then': ({ piece }) =>
    `${capital(pieceText(piece))} of it would be older by then than the shop hands over.`,
  'not-makeable': ({ piece, nearest }) =>
    `The kitchen cannot make ${pieceText(piece)} for then.${nearestText(nearest)}`,
  'not-for-customer': ({ customer, piece, allergens }) =>
    `${capital(pieceText(piece))} contains ${allergens ?? 'something'}, which ${customer ?? 'this customer'} must never have.`,
  'may-not-be-for-customer': ({ customer, piece, allergens }) =>
    `${capital(pieceText(piece))} may contain ${allergens ?? 'something'}, which ${customer ?? 'this customer'} must never have.`,
  'more-than-due': ({ range }) => `That is more than ${range ?? 'is due'}.`,
  'empty-list': () => 'There is nothing in this list below its head.',
  'broken-list': ({ line }) => `The list breaks off in line ${line ?? 1}: a quote or a separator is missing.`,
  'half-line': ({ value, limit }) => `This line has ${value} cells, its head has ${limit}.`,
  'not-understood': ({ value }) => `“${value}” is not understood.`,
  'piece-closed': ({ piece, nearest }) =>
    `No more ${pieceText(piece)} is promised: it was closed.${nearestText(nearest)}`,
  'piece-other-days': ({ piece, from, to, nearest }) =>
    `${capital(pieceText(piece))} is offered ${daysText(from, to)} only.${nearestText(nearest)}`,
  'cut-off-past': ({ piece, until, nearest }) =>
    `Ordering of ${pieceText(piece)} for then ended ${until ? wallText(String(until)) : 'already'}.${nearestText(nearest)}`,
  'not-by-post': ({ piece, nearest }) =>
    `${capital(pieceText(piece))} never goes by post.${nearestText(nearest)}`,
  'not-collected-then': ({ day, nearest }) =>
    `It would have to leave ${day ? `on ${dayText(String(day))}` : 'then'}, and the carrier does not collect that day.${nearestText(nearest)}`,
  'too-warm-by-post': ({ piece, day, celsius, most, nearest }) =>
    `The parcel is ${temperature(Number(celsius ?? 0))} warm${day ? ` on ${dayText(String(day))}` : ''}, and ${pieceText(piece)} takes ${temperature(Number(most ?? 0))} at most.${nearestText(nearest)}`,
  'orders-outside': ({ value }) => `${value} orders would lie outside the season then.`,
  'seasons-cross': ({ other }) => `Some of these days belong to ${other ?? 'another season'} already.`,
  'orders-there': ({ value, orders }) =>
    `${value ?? 'This'} will not do: there are ${orders ?? ''} orders by what it was.`,
  'work-begun': () => 'Work of its plan has begun, so the season begins where it did.',
  'lines-at-fault': ({ value, line }) =>
    `Nothing was imported: ${value} lines have faults, the first is line ${line ?? 2}.`,
  'hours-cross': () => 'These hours run into others of the same day.',
  'pickup-outside-season': ({ first, last }) => `Outside the season: it runs from ${first} to ${last}.`,
};

/** A coat by its name in a sentence. */
function coatText(role: unknown): string {
  return `the ${COAT_WORDS[role as CoatRole] ?? role}`;
}

function wrongFormatText({ value, format }: Params): string {
  if (format === 'plain-text') return 'Only letters, figures and signs on one line can be kept.';
  return value ? `${value} is not a possible time.` : `Give a day and a time, such as ${timeText('15:00')}.`;
}

/** What a problem tells, with the piece as people call it. */
export function withPieceName(params: Params, names: ReadonlyMap<string, string>): Params {
  const piece = String(params['piece']);
  return { ...params, piece: names.get(piece) ?? piece };
}

function pieceText(piece: Params[string] | undefined): string {
  return String(piece ?? 'this').replaceAll('-', ' ');
}

/** from Thu 18 Jun to Sat 20 Jun, either end left out where the season’s own counts */
function daysText(from: Params[string] | undefined, to: Params[string] | undefined): string {
  const day = (date: Params[string] | undefined): string => (date ? dayText(String(date)) : '');
  return [from ? `from ${day(from)}` : '', to ? `to ${day(to)}` : ''].filter(Boolean).join(' ');
}

function nearestText(nearest: Params[string] | undefined): string {
  return nearest ? ` Nearest possible: ${wallText(String(nearest))}.` : '';
}

function told(value: Params[string] | undefined): string {
  return value === undefined || value === null ? 'This is ' : `${value} is `;
}

/** The text for a trouble as a whole; what is still needed is told with what needs it. */
export function troubleText(trouble: Trouble): string {
  if (trouble.code === 'stopped') {
    const { reason } = trouble.params as { reason: string };
    return `Stopped: ${reason.replace(/[.!]$/, '')}. It stays here until that is let go, under Ledger, Recall.`;
  }
  if (trouble.code !== 'in-use') return PROBLEM_TEXT[trouble.code];
  const { name, by } = trouble.params as { name: string; by: readonly string[] };
  return `${name} is still needed by ${listed(by)}, so it stays.`;
}

/** What is wrong with fields that have no place of their own on a form, each with its pointer. */
export function otherFieldTexts(trouble: Trouble | null, shown: (pointer: string) => boolean): string[] {
  return (trouble?.errors ?? [])
    .filter(({ pointer }) => !shown(pointer))
    .map(
      ({ pointer, code, params }) => `${pointer.slice(1).replaceAll('/', ' ')}: ${FIELD_TEXT[code](params)}`,
    );
}

/** The texts for one field, by its pointer. */
export function fieldTexts(trouble: Trouble | null, pointer: string): string[] {
  return (trouble?.errors ?? [])
    .filter((error) => error.pointer === pointer)
    .map((error) => FIELD_TEXT[error.code](error.params));
}
