import { writeFileSync } from 'node:fs';
import { publishedSchema } from '../apps/server/src/workshop-file/published-schema.ts';
import { at } from './lib/paths.mjs';

/** `npm run schemas`: renews the published schemas of our files in docs/schemas. */
writeFileSync(
  at('docs/schemas/alnage-workshop-1.schema.json'),
  `${JSON.stringify(publishedSchema(), null, 2)}\n`,
);
