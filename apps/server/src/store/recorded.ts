import { Column } from 'typeorm';

/** When something was done, and by whom; null: nobody said. */
export abstract class Recorded {
  @Column('timestamptz')
  at: Date;

  @Column('text', { nullable: true })
  by: string | null;
}
