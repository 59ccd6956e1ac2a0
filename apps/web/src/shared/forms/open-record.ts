import type { Versioned } from '../../state/records-api';
import type { RecordForm } from './record-form';

/** The part of a record’s form that its card and its bar work on, whatever the record is. */
export type OpenRecord = Pick<
  RecordForm<Versioned, never, object>,
  'thing' | 'name' | 'isNew' | 'isRemovable' | 'draft' | 'save' | 'leave' | 'remove'
>;
