import { readFileSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { at } from './lib/paths.mjs';

/** Measures what the first screen loads: HTML, CSS and JavaScript gzipped, and the fonts that its letters need. */

const CODE_BUDGET = 350_000;
const FONT_BUDGET = 150_000;
const FIRST_PLACE = 'apps/web/src/orders/orders-page.ts';

const stats = JSON.parse(readFileSync(at('dist/web/stats.json'), 'utf8'));
const files = new Set(['index.html']);
const visit = (name) => {
  if (files.has(name)) return;
  files.add(name);
  for (const each of stats.outputs[name]?.imports ?? [])
    if (each.kind === 'import-statement' && stats.outputs[each.path]) visit(each.path);
};
const html = readFileSync(at('dist/web/index.html'), 'utf8');
for (const [, name] of html.matchAll(/(?:src|href)="([\w-]+\.(?:js|css))"/g)) visit(name);
const place = Object.entries(stats.outputs).find(([, output]) => output.entryPoint === FIRST_PLACE);
if (!place) throw new Error(`no chunk of ${FIRST_PLACE} in dist/web/stats.json`);
visit(place[0]);

const gzipped = (name) => gzipSync(readFileSync(at('dist/web', name))).length;
const code = [...files].reduce((sum, name) => sum + gzipped(name), 0);
// upright Latin only: the other scripts and the italics are fetched when a page has letters of them
const media = readdirSync(at('dist/web/media')).filter((name) => /-latin-wght-normal-\w+\.woff2$/.test(name));
const fonts = media.reduce((sum, name) => sum + statSync(join(at('dist/web/media'), name)).size, 0);

console.log(`first screen: ${files.size} files, ${code} bytes gzipped of ${CODE_BUDGET}`);
console.log(`fonts: ${media.length} files, ${fonts} bytes of ${FONT_BUDGET}`);
if (code > CODE_BUDGET || fonts > FONT_BUDGET || media.length !== 3) process.exitCode = 1;
