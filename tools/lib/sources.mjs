import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { at } from './paths.mjs';

/** One mark for all that lies under these paths of the checkout: another content or name gives another. */
export function sourceHash(paths) {
  const hash = createHash('sha256');
  for (const path of paths.flatMap((each) => filesIn(at(each)))) hash.update(path).update(readFileSync(path));
  return hash.digest('hex');
}

function filesIn(path) {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .filter((name) => name !== 'node_modules')
    .sort()
    .flatMap((name) => filesIn(join(path, name)));
}
