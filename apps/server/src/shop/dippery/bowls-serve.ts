import { InputError } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { ProblemError } from '../../platform/http/problem-error';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { loadDippery, tailGramsOf } from './dippery';

/** @throws ProblemError `invalid-input` when the tail of a bowl would leave nothing to dip from it */
export async function requireBowlsServe(manager: EntityManager): Promise<void> {
  const pieces = await manager.find(PieceEntity);
  const dippery = await loadDippery(manager);
  for (const bowl of await manager.find(BowlEntity, { order: { position: 'ASC' } })) {
    try {
      tailGramsOf(bowl, pieces, dippery);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      const range = `what ${bowl.name} is deep enough for`;
      throw new ProblemError('invalid-input', {}, [
        { pointer: '', code: 'out-of-range', params: { value: bowl.name, range } },
      ]);
    }
  }
}
