import type { FieldProblem, Piece, PieceDraft } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import type { RecordKind } from '../kept/kept-records';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopUses } from '../kept/workshop-uses';
import { requireBowlsServe } from '../dippery/bowls-serve';
import { loadDippery } from '../dippery/dippery';
import { MouldEntity, ZoneEntity } from '../../store/workshop/resources.entity';
import { usesOfPiece } from '@alnage/core';
import { loadBook } from '../recipe-book/load-book';
import { meltedTwice } from '../recipe-book/melted-twice';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { dipRangeProblems } from './dip-range';
import { pieceProblems } from './piece-rules';

/** Pieces: judged by the core; their stages stay while work on them goes on. */
export function pieces(uses: Pick<WorkshopUses, 'begunWork'>): RecordKind<PieceEntity, PieceDraft, Piece> {
  return {
    entity: PieceEntity,
    what: 'piece',
    judge: async (manager, draft, id) => {
      await requireStagesFree(manager, uses, { draft, id });
      const book = await loadBook(manager);
      usesOfPiece(draft, book);
      return [
        ...(await problemsIn(manager, draft)),
        ...(await mouldProblems(manager, draft)),
        ...meltedTwice(draft, book, '/recipe'),
      ];
    },
    columns: ({ dipRange = null, madeParts = [], ...draft }) => ({ ...draft, dipRange, madeParts }),
    view: (_manager, piece) => Promise.resolve(pieceView(piece)),
    settle: requireBowlsServe,
  };
}

export function pieceView({ position: _position, ...piece }: PieceEntity): Piece {
  return piece as Piece;
}

async function problemsIn(manager: EntityManager, draft: PieceDraft): Promise<FieldProblem[]> {
  const zones = await manager.find(ZoneEntity);
  const dippery = await loadDippery(manager);
  return [
    ...pieceProblems(draft, { dippery, zoneIds: new Set(zones.map(({ id }) => id)) }),
    ...dipRangeProblems(draft, dippery.coatings),
  ];
}

/** @throws ProblemError `in-use` when stages come or go while a batch of the piece is under way */
async function requireStagesFree(
  manager: EntityManager,
  uses: Pick<WorkshopUses, 'begunWork'>,
  { draft, id }: { draft: PieceDraft; id: string | null },
): Promise<void> {
  if (id === null) return;
  const before = await manager.findOneByOrFail(PieceEntity, { id });
  const stagesOf = (route: PieceDraft['route']): string =>
    route.map((stage) => `${stage.id} ${stage.coat}`).join(', ');
  if (stagesOf(before.route) === stagesOf(draft.route)) return;
  const { products } = await uses.begunWork(manager);
  if (products.has(id))
    throw new ProblemError('in-use', { name: before.name, by: ['a batch that has begun'] });
}

async function mouldProblems(manager: EntityManager, { mould }: PieceDraft): Promise<FieldProblem[]> {
  if (mould === null || (await manager.existsBy(MouldEntity, { id: mould }))) return [];
  return [
    {
      pointer: '/mould',
      code: 'unknown-reference',
      params: { value: mould, range: 'moulds that there are' },
    },
  ];
}
