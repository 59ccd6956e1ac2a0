import type { Allergen } from '@alnage/contract';
import { Column, Entity } from 'typeorm';
import { KeptRecord } from '../workshop/kept-record';

@Entity('customer')
export class CustomerEntity extends KeptRecord {
  @Column('text')
  phone: string;

  @Column('jsonb')
  allergies: Allergen[];

  @Column('text')
  wishes: string;

  @Column('text', { default: '' })
  email: string;

  /** They do not want to be written to. */
  @Column('boolean', { name: 'no_messages', default: false })
  noMessages: boolean;
}
