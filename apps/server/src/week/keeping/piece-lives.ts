import { lifeOf, type PieceLife } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { ZoneEntity } from '../../store/workshop/resources.entity';

/** How a piece lives, and how warm it is set where its trays lie last. */
export interface KeptPiece {
  readonly life: PieceLife;
  readonly lastCelsius: number | null;
}

/** How all pieces live, by their ids. */
export async function pieceLives(manager: EntityManager): Promise<ReadonlyMap<string, KeptPiece>> {
  const zones = new Map((await manager.find(ZoneEntity)).map(({ id, celsius }) => [id, celsius]));
  const celsiusOf = (zone: string): number | null => zones.get(zone) ?? null;
  const pieces = await manager.find(PieceEntity);
  return new Map(
    pieces.map((piece) => {
      const last = piece.route.at(-1)?.rest.zone;
      const lastCelsius = last === undefined ? null : celsiusOf(last);
      return [piece.id, { life: lifeOf(piece, celsiusOf), lastCelsius }];
    }),
  );
}
