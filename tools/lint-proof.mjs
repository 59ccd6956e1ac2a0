import { ESLint } from 'eslint';
import { root } from './lib/paths.mjs';

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
  ['apps/web/src/x.ts', `import fs from 'node:fs';\nexport { fs };`, 'no-restricted-imports'],
  ['apps/web/src/x.ts', `console.log('left behind');`, 'no-console'],
  [
    'apps/server/src/x.ts',
    `export function f(a: 1, b: 2, c: 3, d: 4): number[] {\n  return [a, b, c, d];\n}`,
    'max-params',
  ],
];

const eslint = new ESLint({ cwd: root });
let failed = 0;
for (const [filePath, code, rule] of SNIPPETS) {
  const [result] = await eslint.lintText(code, { filePath });
  if (result.messages.some((message) => message.ruleId === rule)) continue;
  failed++;
  console.error(`${filePath}: ${rule} does not catch\n${code}\n`);
}
console.log(`${SNIPPETS.length - failed} of ${SNIPPETS.length} snippets are caught`);
process.exitCode = failed ? 1 : 0;
