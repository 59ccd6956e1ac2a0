import type { CoatingDraft, CoatingView, FieldProblem } from '@alnage/contract';
import { coatingAllergens, yieldPaOf } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { RecordKind } from '../kept/kept-records';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { requireBowlsServe } from '../dippery/bowls-serve';
import { SupplyEntity } from '../../store/workshop/supply.entity';
import { stirredIn, workedCoating, type WorkedCoating } from '../dippery/dippery';

/** Coatings: described, judged, and shown with what follows. */
export const COATINGS: RecordKind<CoatingEntity, CoatingDraft, CoatingView> = {
  entity: CoatingEntity,
  what: 'coating',
  judge: async (manager, draft, id) => {
    const others = (await manager.find(CoatingEntity)).filter((each) => each.id !== id);
    const described = { ...draft, id: id ?? '' };
    yieldPaOf(described, others);
    coatingAllergens(described, others);
    return [
      ...windowProblems(draft),
      ...temperingProblems(draft),
      ...partProblems(draft),
      ...(await blendedProblems(manager, draft, id)),
      ...(await fatProblems(manager, draft)),
    ];
  },
  columns: ({ thinnedWith = null, ...draft }) => ({
    ...{ ...draft, thinnedWith },
    parts: draft.kind === 'blend' ? draft.parts : [],
  }),
  view: async (manager, entity) => {
    const all = await manager.find(CoatingEntity);
    return coatingView(workedCoating(entity, all, await stirredIn(manager, all)));
  },
  settle: requireBowlsServe,
};

/** A coating as the API shows it. */
export function coatingView({
  entity,
  yieldPa,
  thinnedLogSd,
  allergens,
  minorPerGram,
}: WorkedCoating): CoatingView {
  const { id, position: _position, version, ...own } = entity;
  return {
    id,
    name: own.name,
    kind: own.kind,
    yieldPa,
    thinnedLogSd,
    windowLowCelsius: own.windowLowCelsius,
    windowHighCelsius: own.windowHighCelsius,
    allergens,
    minorPerGram,
    own: own as CoatingDraft,
    version,
  };
}

function windowProblems({ windowLowCelsius, windowHighCelsius }: CoatingDraft): FieldProblem[] {
  if (windowLowCelsius < windowHighCelsius) return [];
  const params = { value: windowHighCelsius, range: `above its low end, ${windowLowCelsius}` };
  return [{ pointer: '/windowHighCelsius', code: 'out-of-range', params }];
}

/** Melted out above where it is worked, crystals below it, each from low to high. */
function temperingProblems({ tempering, windowLowCelsius, windowHighCelsius }: CoatingDraft): FieldProblem[] {
  if (!tempering) return [];
  const { meltLowCelsius, meltHighCelsius, crystalsLowCelsius, crystalsHighCelsius } = tempering;
  const must = (field: keyof typeof tempering, isSo: boolean, range: string): FieldProblem[] =>
    isSo
      ? []
      : [
          {
            pointer: `/tempering/${field}`,
            code: 'out-of-range',
            params: { value: tempering[field], range },
          },
        ];
  return [
    ...must(
      'crystalsHighCelsius',
      crystalsHighCelsius > crystalsLowCelsius,
      `above ${crystalsLowCelsius} °C`,
    ),
    ...must('crystalsHighCelsius', crystalsHighCelsius < windowLowCelsius, `below ${windowLowCelsius} °C`),
    ...must('meltLowCelsius', meltLowCelsius > windowHighCelsius, `above ${windowHighCelsius} °C`),
    ...must('meltHighCelsius', meltHighCelsius > meltLowCelsius, `above ${meltLowCelsius} °C`),
  ];
}

function partProblems({ parts }: CoatingDraft): FieldProblem[] {
  const ids = parts.map(({ coating }) => coating);
  return ids.flatMap((id, index) =>
    ids.indexOf(id) < index
      ? [{ pointer: `/parts/${index}/coating`, code: 'twice', params: { value: id } }]
      : [],
  );
}

/** A coating that is in a blend cannot become one itself. */
async function blendedProblems(
  manager: EntityManager,
  draft: CoatingDraft,
  id: string | null,
): Promise<FieldProblem[]> {
  if (draft.kind !== 'blend' || id === null) return [];
  const [blend] = await blendsOf(manager, id);
  if (!blend) return [];
  const params = { value: 'blend', range: `a single coating, as it is part of ${blend.name}` };
  return [{ pointer: '/kind', code: 'out-of-range', params }];
}

/** What is stirred in is something of the larder that is weighed. */
async function fatProblems(manager: EntityManager, { thinnedWith }: CoatingDraft): Promise<FieldProblem[]> {
  if (!thinnedWith) return [];
  const fat = await manager.findOneBy(SupplyEntity, { id: thinnedWith });
  if (fat && fat.base === 'g' && fat.kind !== 'packing') return [];
  const params = { value: fat?.name ?? thinnedWith, range: 'a supply that is weighed' };
  return [{ pointer: '/thinnedWith', code: 'unknown-reference', params }];
}

async function blendsOf(manager: EntityManager, id: string): Promise<CoatingEntity[]> {
  const all = await manager.find(CoatingEntity, { order: { position: 'ASC' } });
  return all.filter((each) => each.parts.some(({ coating }) => coating === id));
}
