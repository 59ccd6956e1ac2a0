import { plainOffer, type PieceClosing, type Season } from '@alnage/contract';
import type { DataSource } from 'typeorm';
import { lockRecords } from '../kept/kept-records';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import { SeasonEntity } from '../../store/workshop/season.entity';
import { requireSetUp } from './set-up';
import { seasonView } from './seasons';

/** Closes a piece for new orders at the last minute, or opens it again; asked twice it stays as it is. */
export function closePiece(db: DataSource, { piece, isClosed }: PieceClosing): Promise<Season> {
  return db.transaction(async (manager) => {
    await lockRecords(manager);
    const { season } = await requireSetUp(manager);
    if (!(await manager.existsBy(PieceEntity, { id: piece })))
      throw new ProblemError('invalid-input', {}, [
        { pointer: '/piece', code: 'unknown-piece', params: { value: piece } },
      ]);
    const before = season.offers.find((offer) => offer.piece === piece) ?? plainOffer(piece);
    if (before.isClosed === isClosed) return seasonView(season);
    season.offers = [...season.offers.filter((offer) => offer.piece !== piece), { ...before, isClosed }];
    season.version += 1;
    await manager.save(SeasonEntity, season);
    await announce(manager, 'workshop');
    return seasonView(season);
  });
}
