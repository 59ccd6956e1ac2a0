import { Piece, PieceChange, PieceDraft } from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { addKeptRoutes } from '../kept/kept-routes';
import { KeptRecords } from '../kept/kept-records';
import { PieceEntity } from '../../store/workshop/piece.entity';
import type { WorkshopUses } from '../kept/workshop-uses';
import { pieces, pieceView } from './pieces';

export function addPieces(app: App, uses: WorkshopUses): void {
  app.get(
    '/api/pieces',
    { schema: { tags: ['pieces'], response: { 200: Type.Array(Piece) } } },
    async (_request, reply) => {
      const rows = await app.db.getRepository(PieceEntity).find({ order: { position: 'ASC' } });
      return reply.send(rows.map(pieceView) as never);
    },
  );
  const records = new KeptRecords(app.db, pieces(uses), uses);
  addKeptRoutes(app, records, { path: '/api/pieces', draft: PieceDraft, change: PieceChange, view: Piece });
}
