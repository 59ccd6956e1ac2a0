import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { ESLint } from 'eslint';
import { brokenLayers, ruleNames } from './lib/layers.mjs';
import { ownFolder, root } from './lib/paths.mjs';

/** Snippets that must fail: if one passes, a rule of the layers does not reach the files that it is meant for. */
const SNIPPETS = [
  [
    'packages/core/src/orders/x.ts',
    `import { readFileSync } from 'node:fs';\nreadFileSync('');`,
    'no-restricted-imports',
  ],
  [
    'packages/core/src/x.ts',
    `import { Order } from '@alnage/contract';\nexport { Order };`,
    'no-restricted-imports',
  ],
  ['packages/core/src/x.ts', `import { sum } from 'd3-array';\nexport { sum };`, 'no-restricted-imports'],
  ['packages/core/src/planner/x.ts', `export const now = () => Date.now();`, 'no-restricted-globals'],
  ['packages/core/src/planner/x.ts', `export const dice = () => Math.random();`, 'no-restricted-properties'],
  [
    'packages/contract/src/x.ts',
    `import Fastify from 'fastify';\nexport { Fastify };`,
    'no-restricted-imports',
  ],
  [
    'apps/server/src/x.ts',
    `import { signal } from '@angular/core';\nexport { signal };`,
    'no-restricted-imports',
  ],
  [
    'apps/server/src/x.ts',
    `import { surfaceMm2 } from '@alnage/core/src/coating/shape';\nexport { surfaceMm2 };`,
    'no-restricted-imports',
  ],
  [
    'apps/web/src/x.ts',
    `import { DataSource } from 'typeorm';\nexport { DataSource };`,
    'no-restricted-imports',
  ],
  [
    'apps/web/src/x.ts',
    `import { surfaceMm2 } from '@alnage/core';\nexport { surfaceMm2 };`,
    'no-restricted-imports',
  ],
  [
    'packages/contract/src/x.ts',
    `import { LENGTH_MM } from '@alnage/core';\nexport { LENGTH_MM };`,
    'no-restricted-imports',
  ],
  ['apps/web/src/x.ts', `import fs from 'node:fs';\nexport { fs };`, 'no-restricted-imports'],
  ['apps/web/src/x.ts', `console.log('left behind');`, 'no-console'],
  [
    'apps/server/src/x.ts',
    `export function f(a: 1, b: 2, c: 3, d: 4): number[] {\n  return [a, b, c, d];\n}`,
    'max-params',
  ],
  [
    'apps/server/src/week/x.ts',
    `export const run = (db: { transaction: (f: () => void) => void }) => db.transaction(() => undefined);`,
    'no-restricted-syntax',
  ],
];

const SERVER = 'apps/server/src';
/** Imports that must fail, a small tree for each rule: which file knows which. */
const IMPORTS = [
  ['no-cycles', 'packages/core/src/a.ts', 'packages/core/src/b.ts', 'packages/core/src/a.ts'],
  ['core-knows-nobody', 'packages/core/src/a.ts', 'packages/contract/src/b.ts'],
  ['contract-knows-core', 'packages/contract/src/a.ts', `${SERVER}/store/b.ts`],
  ['server-not-web', `${SERVER}/work/plan/a.ts`, 'apps/web/src/state/b.ts'],
  ['web-not-server', 'apps/web/src/plan/a.ts', `${SERVER}/store/b.ts`],
  ['places-not-sideways', 'apps/web/src/plan/a.ts', 'apps/web/src/bench/b.ts'],
  ['shared-not-upward', 'apps/web/src/shared/a.ts', 'apps/web/src/orders/b.ts'],
  ['store-imports-down', `${SERVER}/store/a.ts`, `${SERVER}/platform/http/b.ts`],
  ['platform-imports-down', `${SERVER}/platform/http/a.ts`, `${SERVER}/shop/pieces/b.ts`],
  ['shop-imports-down', `${SERVER}/shop/pieces/a.ts`, `${SERVER}/week/orders/b.ts`],
  ['week-imports-down', `${SERVER}/week/kitchen/a.ts`, `${SERVER}/work/plan/b.ts`],
  ['work-imports-down', `${SERVER}/work/plan/a.ts`, `${SERVER}/edges/demo/b.ts`],
  ['edges-imports-down', `${SERVER}/edges/demo/a.ts`, `${SERVER}/app.ts`],
  ['rooms-of-work-apart', `${SERVER}/work/orders/a.ts`, `${SERVER}/work/plan/b.ts`],
  ['rooms-of-edges-apart', `${SERVER}/edges/demo/a.ts`, `${SERVER}/edges/exports/b.ts`],
  ['shop-knows-no-work', `${SERVER}/shop/pieces/a.ts`, `${SERVER}/store/work/b.ts`],
  ['week-has-no-routes', `${SERVER}/week/kitchen/a.ts`, `${SERVER}/platform/http/app-type.ts`],
  [
    'no-folder-cycles',
    ...[`${SERVER}/shop/pieces/a.ts`, `${SERVER}/shop/boxes/b.ts`, `${SERVER}/shop/pieces/c.ts`],
  ],
];

let failed = 0;
const miss = (text) => {
  failed++;
  console.error(text);
};

const eslint = new ESLint({ cwd: root });
for (const [filePath, code, rule] of SNIPPETS) {
  const [result] = await eslint.lintText(code, { filePath });
  if (!result.messages.some((message) => message.ruleId === rule))
    miss(`${filePath}: ${rule} does not catch\n${code}\n`);
}

for (const [rule, ...files] of IMPORTS)
  if (!(await rulesBroken(files)).has(rule)) miss(`${rule} does not catch ${files.join(' → ')}`);
const proven = new Set(IMPORTS.map(([rule]) => rule));
for (const rule of ruleNames()) if (!proven.has(rule)) miss(`nothing here shows that ${rule} catches`);

const all = SNIPPETS.length + IMPORTS.length;
console.log(`${all - failed} of ${all} snippets are caught`);
process.exitCode = failed ? 1 : 0;

/** The rules that files break of which each imports a type of the next, in a tree of their own. */
async function rulesBroken(files) {
  const tree = join(ownFolder, 'layers-proof');
  const lines = new Map(files.map((file) => [file, ['export type T = 1;']]));
  for (const [index, next] of files.slice(1).entries()) {
    const path = relative(dirname(files[index]), next).replace(/\.ts$/, '');
    const from = path.startsWith('.') ? path : `./${path}`;
    lines.get(files[index]).push(`export type { T as T${index} } from '${from}';`);
  }
  for (const [file, text] of lines) {
    mkdirSync(dirname(join(tree, file)), { recursive: true });
    writeFileSync(join(tree, file), text.join('\n'));
  }
  const sources = new Set(files.map((file) => file.slice(0, file.indexOf('/src/') + 4)));
  const broken = await brokenLayers([...sources], tree);
  rmSync(tree, { recursive: true, force: true });
  return new Set(broken.map(({ rule }) => rule));
}
