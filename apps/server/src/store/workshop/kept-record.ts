import { Column, PrimaryColumn } from 'typeorm';

/** What people keep under a name, in an order of their own, and change one version at a time. */
export abstract class KeptRecord {
  @PrimaryColumn('text')
  id: string;

  @Column('text')
  name: string;

  @Column('integer')
  position: number;

  @Column('integer', { default: 1 })
  version: number;
}
