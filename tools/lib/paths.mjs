import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
/** What the project keeps on this machine: clusters and their state. Not in git. */
export const ownFolder = join(root, '.alnage');
export const at = (...parts) => join(root, ...parts);
