import { Bones1781000000000 } from './1781000000000-bones';

/** Migrations in the order in which they run. */
export const MIGRATIONS = [Bones1781000000000];
