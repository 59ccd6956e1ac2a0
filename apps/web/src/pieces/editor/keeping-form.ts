import { FormControl } from '@angular/forms';
import type { PieceDraft } from '@alnage/contract';
import { KEPT_CELSIUS, Q10 } from '@alnage/core/keeping';
import { WAY_CELSIUS } from '@alnage/core/ordering';
import { NumberControl } from '../../shared/forms/number-control';
import { textControl } from '../../shared/forms/text-field';

const KEEPING_MINUTES = { min: 0, max: 60 * 24 * 365 };

const plain = <T>(value: T) => new FormControl<T>(value, { nonNullable: true });

export type KeepingControls = ReturnType<typeof keepingControls>;

/** How long a piece keeps, what it takes by post, and how it ages. */
export function keepingControls(keeping: PieceDraft['keeping']) {
  return {
    holdMinutes: new NumberControl(keeping.holdMinutes, KEEPING_MINUTES),
    targetMinutes: new NumberControl(keeping.targetMinutes, KEEPING_MINUTES),
    eatWithinMinutes: new NumberControl(keeping.eatWithinMinutes, KEEPING_MINUTES),
    advice: textControl(keeping.advice, 120),
    byPost: plain<'usual' | 'never' | 'up-to'>(byPostOf(keeping)),
    postMostCelsius: new NumberControl(keeping.postMostCelsius ?? FIRST_POST_CELSIUS, WAY_CELSIUS),
    atCelsius: new NumberControl(keeping.atCelsius ?? null, KEPT_CELSIUS, { isOptional: true }),
    q10: new NumberControl(keeping.q10 ?? null, Q10, { isOptional: true }),
    keptCelsius: new NumberControl(keeping.keptCelsius ?? null, KEPT_CELSIUS, { isOptional: true }),
  };
}

const FIRST_POST_CELSIUS = 22;

function byPostOf({ postMostCelsius }: PieceDraft['keeping']): 'usual' | 'never' | 'up-to' {
  if (postMostCelsius === undefined) return 'usual';
  return postMostCelsius === null ? 'never' : 'up-to';
}

/** What a piece takes by post; nothing where it is as usual for it. */
function postOf(c: KeepingControls): Pick<PieceDraft['keeping'], 'postMostCelsius'> {
  if (c.byPost.value === 'usual') return {};
  return { postMostCelsius: c.byPost.value === 'never' ? null : c.postMostCelsius.number };
}

/** What the shop says of how it ages; nothing where it is as usual. */
function lifeWordsOf({
  atCelsius,
  q10,
  keptCelsius,
}: KeepingControls): Pick<PieceDraft['keeping'], 'atCelsius' | 'q10' | 'keptCelsius'> {
  return {
    ...(atCelsius.value !== null && { atCelsius: atCelsius.value }),
    ...(q10.value !== null && { q10: q10.value }),
    ...(keptCelsius.value !== null && { keptCelsius: keptCelsius.value }),
  };
}

/** What the form says of how a piece keeps, as the API takes it. */
export function keepingOf(c: KeepingControls): PieceDraft['keeping'] {
  return {
    holdMinutes: Math.round(c.holdMinutes.number),
    targetMinutes: Math.round(c.targetMinutes.number),
    eatWithinMinutes: Math.round(c.eatWithinMinutes.number),
    advice: c.advice.value.trim(),
    ...postOf(c),
    ...lifeWordsOf(c),
  };
}
