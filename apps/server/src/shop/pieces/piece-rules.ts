import type { FieldProblem, PieceDraft } from '@alnage/contract';
import {
  InputError,
  coatRoles,
  formOfSize,
  pieceCoat,
  requireCentreGrams,
  sizeGramsOf,
  type Dippery,
} from '@alnage/core';

/** What a piece is judged against. */
export interface PieceContext {
  readonly dippery: Dippery;
  readonly zoneIds: ReadonlySet<string>;
}

/**
 * Everything that is wrong with a piece beyond its shape, field by field.
 * @throws InputError for a piece that the core cannot compute
 */
export function pieceProblems(draft: PieceDraft, { dippery, zoneIds }: PieceContext): FieldProblem[] {
  const references = [...coatingProblems(draft, dippery), ...zoneProblems(draft, zoneIds)];
  if (references.length === 0) requireComputable(draft, dippery);
  return [
    ...references,
    ...keepingProblems(draft),
    ...stageProblems(draft),
    ...sizeProblems(draft),
    ...partProblems(draft),
  ];
}

function requireComputable(draft: PieceDraft, dippery: Dippery): void {
  const { form } = draft;
  const { grams, pointer } = within(() => sizeGramsOf(form));
  requireCentreGrams(draft.family, grams, pointer);
  within(() => pieceCoat(draft, dippery));
  draft.sizes.forEach((size, index) => {
    requireCentreGrams(draft.family, size.centreGrams, `/sizes/${index}/centreGrams`);
    pieceCoat({ form: formOfSize(form, size), drizzle: null }, dippery);
  });
}

/** What the core says of a form is told at the field of the form. */
function within<T>(make: () => T): T {
  try {
    return make();
  } catch (error) {
    if (!(error instanceof InputError) || error.field.startsWith('/form')) throw error;
    const { code, value, range } = error;
    throw new InputError({ code, field: `/form${error.field}`, value, range });
  }
}

function coatingProblems({ form, drizzle }: PieceDraft, { coatings }: Dippery): FieldProblem[] {
  const wanted = [
    ...(form.kind === 'bare' ? [] : [['/form/coating', form.coating]]),
    ...(form.kind === 'moulded' && form.capCoating ? [['/form/capCoating', form.capCoating]] : []),
    ...(drizzle ? [['/drizzle/coating', drizzle.coating]] : []),
  ] as [string, string][];
  return wanted
    .filter(([, id]) => !coatings.some((coating) => coating.id === id))
    .map(([pointer, value]) => ({
      pointer,
      code: 'unknown-reference',
      params: { value, range: 'a coating' },
    }));
}

function zoneProblems({ route }: PieceDraft, zoneIds: ReadonlySet<string>): FieldProblem[] {
  const wanted = route.flatMap(({ rest }, index) => [
    [`/route/${index}/rest/zone`, rest.zone] as const,
    ...(rest.first ? [[`/route/${index}/rest/first/zone`, rest.first.zone] as const] : []),
  ]);
  return wanted
    .filter(([, zone]) => !zoneIds.has(zone))
    .map(([pointer, value]) => ({
      pointer,
      code: 'unknown-reference',
      params: { value, range: 'a zone' },
    }));
}

function keepingProblems({ keeping, route }: PieceDraft): FieldProblem[] {
  const { holdMinutes, targetMinutes, eatWithinMinutes } = keeping;
  const over = (pointer: string, value: number, range: string): FieldProblem => ({
    pointer,
    code: 'out-of-range',
    params: { value, range },
  });
  return [
    ...(targetMinutes > holdMinutes
      ? [over('/keeping/targetMinutes', targetMinutes, `no more than the hold, ${holdMinutes}`)]
      : []),
    ...(eatWithinMinutes < holdMinutes
      ? [over('/keeping/eatWithinMinutes', eatWithinMinutes, `at least the hold, ${holdMinutes}`)]
      : []),
    ...route.flatMap(({ rest, fixedMinutes, secondsPerPiece }, index) => [
      ...(rest.minMinutes > rest.maxMinutes
        ? [over(`/route/${index}/rest/maxMinutes`, rest.maxMinutes, `at least ${rest.minMinutes}`)]
        : []),
      ...(rest.first && rest.first.minutes > rest.minMinutes
        ? [
            over(
              `/route/${index}/rest/first/minutes`,
              rest.first.minutes,
              `no more than its least wait, ${rest.minMinutes}`,
            ),
          ]
        : []),
      ...(fixedMinutes === 0 && secondsPerPiece === 0
        ? [over(`/route/${index}/secondsPerPiece`, 0, 'above 0 where there are no fixed minutes')]
        : []),
    ]),
  ];
}

/** Every coat of the piece is put on by one stage, and no stage puts on a coat that it has not. */
function stageProblems({ form, drizzle, route }: PieceDraft): FieldProblem[] {
  const wanted = coatRoles({ form, drizzle });
  const found = route.map(({ coat }) => coat);
  const missing = wanted
    .filter((role) => found.filter((each) => each === role).length !== 1)
    .map((role): FieldProblem => ({
      pointer: '/route',
      code: 'coat-without-stage',
      params: {
        value: role,
        ...(found.includes(role) && { stages: found.filter((each) => each === role).length }),
      },
    }));
  const surplus = found.flatMap((role, index): FieldProblem[] =>
    role === null || wanted.includes(role)
      ? []
      : [
          {
            pointer: `/route/${index}/coat`,
            code: 'out-of-range',
            params: { value: role, range: wanted.join(', ') },
          },
        ],
  );
  return [
    ...missing,
    ...surplus,
    ...twice(
      route.map(({ id }) => id),
      '/route',
    ),
  ];
}

function sizeProblems({ sizes }: PieceDraft): FieldProblem[] {
  return twice(
    sizes.map(({ id }) => id),
    '/sizes',
  );
}

/** Every part is made in a stage of the route, and each recipe makes one of them: what is made of it is known by its name. */
function partProblems({ recipe, madeParts = [], route }: PieceDraft): FieldProblem[] {
  const stages = route.map(({ id }) => id);
  const recipes = [recipe, ...madeParts.map((part) => part.recipe)];
  return madeParts.flatMap((part, index): FieldProblem[] => [
    ...(stages.includes(part.stage)
      ? []
      : [
          {
            pointer: `/madeParts/${index}/stage`,
            code: 'unknown-reference' as const,
            params: { value: part.stage, range: 'a stage of its route' },
          },
        ]),
    ...(recipes.indexOf(part.recipe) < index + 1
      ? [
          {
            pointer: `/madeParts/${index}/recipe`,
            code: 'twice' as const,
            params: { value: part.recipe },
          },
        ]
      : []),
  ]);
}

function twice(ids: readonly string[], list: string): FieldProblem[] {
  return ids.flatMap((id, index): FieldProblem[] =>
    ids.indexOf(id) < index ? [{ pointer: `${list}/${index}/id`, code: 'twice', params: { value: id } }] : [],
  );
}
