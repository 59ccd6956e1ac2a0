import type { FieldProblem, Piece, PieceDraft } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { BoxEntity } from '../boxes/box.entity';
import type { RecordKind } from '../kept/kept-records';
import { startedWork } from '../plan/started-work';
import { ProblemError } from '../plugins/problem-error';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { requireBowlsServe } from '../workshop/bowls-serve';
import { loadDippery } from '../workshop/dippery';
import { MouldEntity, ZoneEntity } from '../workshop/resources.entity';
import { usesOfPiece } from '@alnage/core';
import { loadBook } from '../larder/load-book';
import { PieceEntity } from './piece.entity';
import { pieceProblems } from './piece-rules';

/** Pieces: judged by the core, held by orders, boxes and weighings; their stages stay while work on them goes on. */
export function pieces(clock: Pick<WorkshopClock, 'now'>): RecordKind<PieceEntity, PieceDraft, Piece> {
  return {
    entity: PieceEntity,
    what: 'piece',
    judge: async (manager, draft, id) => {
      await requireStagesFree(manager, { draft, id, now: clock.now() });
      usesOfPiece(draft, await loadBook(manager));
      return [...(await problemsIn(manager, draft)), ...(await mouldProblems(manager, draft))];
    },
    columns: (draft) => draft,
    view: (_manager, piece) => Promise.resolve(pieceView(piece)),
    settle: requireBowlsServe,
    heldBy: async (manager, { id }) => {
      const count = async (sql: string): Promise<number> =>
        Number(((await manager.query(sql, [id])) as [{ n: string }])[0].n);
      const orders = await count(
        `select count(*) as n from customer_order o
          where exists (select 1 from order_line l where l.order_id = o.id and l.piece_id = $1)
             or exists (select 1 from order_box b, jsonb_array_elements(b.contents) c
                         where b.order_id = o.id and c->>'piece' = $1)`,
      );
      const weighings = await count('select count(*) as n from weighing where piece_id = $1');
      const boxes = await manager.find(BoxEntity, { order: { position: 'ASC' } });
      return [
        ...(orders > 0 ? [`${orders} orders`] : []),
        ...(weighings > 0 ? [`${weighings} weighings`] : []),
        ...boxes
          .filter(({ contents, among }) => among.includes(id) || contents.some(({ piece }) => piece === id))
          .map(({ name }) => name),
      ];
    },
  };
}

export function pieceView({ position: _position, ...piece }: PieceEntity): Piece {
  return piece as Piece;
}

async function problemsIn(manager: EntityManager, draft: PieceDraft): Promise<FieldProblem[]> {
  const zones = await manager.find(ZoneEntity);
  return pieceProblems(draft, {
    dippery: await loadDippery(manager),
    zoneIds: new Set(zones.map(({ id }) => id)),
  });
}

/** @throws ProblemError `in-use` when stages come or go while a batch of the piece is under way */
async function requireStagesFree(
  manager: EntityManager,
  { draft, id, now }: { draft: PieceDraft; id: string | null; now: Date },
): Promise<void> {
  if (id === null) return;
  const before = await manager.findOneByOrFail(PieceEntity, { id });
  const stagesOf = (route: PieceDraft['route']): string =>
    route.map((stage) => `${stage.id} ${stage.coat}`).join(', ');
  if (stagesOf(before.route) === stagesOf(draft.route)) return;
  const { products } = await startedWork(manager, now);
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
