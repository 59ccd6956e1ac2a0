import type { WeighingDraft } from '@alnage/contract';
import { formOfSize, gramsShown, pieceCoat, type CoatPortion } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import { loadDippery } from '../../shop/dippery/dippery';
import { WeighingEntity } from '../../store/work/weighing.entity';

/**
 * Keeps a weighing that was made at an instant; with a reason it is set aside from the start.
 * @throws ProblemError and InputError naming the field at fault
 */
export async function keepWeighing(
  manager: EntityManager,
  {
    at: _at,
    piece: pieceId,
    setAsideReason = null,
    ...draft
  }: WeighingDraft & { readonly setAsideReason?: string | null },
  at: Date,
): Promise<WeighingEntity> {
  gramsShown(draft.weighed, draft.pieces);
  if (draft.rejects > draft.pieces)
    throw outOfRange('/rejects', draft.rejects, `no more than the pieces dipped, ${draft.pieces}`);
  const { estimateGrams } = await portionOf(manager, { piece: pieceId, ...draft });
  const row = { ...draft, pieceId, at, estimateGrams, setAsideReason, version: 1 };
  const saved = await manager.save(manager.create(WeighingEntity, row));
  await announce(manager, 'weighings');
  return saved;
}

/** The coat of a piece that is weighed. @throws ProblemError for a piece, coat or size that there is not */
async function portionOf(manager: EntityManager, draft: Omit<WeighingDraft, 'at'>): Promise<CoatPortion> {
  const piece = await manager.findOneBy(PieceEntity, { id: draft.piece });
  if (!piece)
    throw new ProblemError('invalid-input', {}, [
      { pointer: '/piece', code: 'unknown-piece', params: { value: draft.piece } },
    ]);
  const size = piece.sizes.find(({ id }) => id === draft.sizeClass);
  if ((piece.sizes.length > 0 || draft.sizeClass !== '') && !size)
    throw unknown(
      '/sizeClass',
      draft.sizeClass,
      piece.sizes.map(({ id }) => id).join(', ') || 'no size class',
    );
  const form = formOfSize(piece.form, size);
  const { portions } = pieceCoat({ form, drizzle: piece.drizzle }, await loadDippery(manager));
  const portion = portions.find(({ role }) => role === draft.coat);
  if (!portion) throw unknown('/coat', draft.coat, portions.map(({ role }) => role).join(', '));
  return portion;
}

const unknown = (pointer: string, value: string, range: string): ProblemError =>
  new ProblemError('invalid-input', {}, [{ pointer, code: 'unknown-reference', params: { value, range } }]);

const outOfRange = (pointer: string, value: number, range: string): ProblemError =>
  new ProblemError('invalid-input', {}, [{ pointer, code: 'out-of-range', params: { value, range } }]);
