import { Piece } from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../app-type';
import { PieceEntity } from './piece.entity';

export function addPieces(app: App): void {
  app.get(
    '/api/pieces',
    { schema: { tags: ['pieces'], response: { 200: Type.Array(Piece) } } },
    async (): Promise<Piece[]> => {
      const pieces = await app.db.getRepository(PieceEntity).find({ order: { position: 'ASC' } });
      return pieces.map(({ position: _position, ...piece }) => piece);
    },
  );
}
