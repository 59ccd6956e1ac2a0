import { writeFileSync } from 'node:fs';
import { PUBLISHED_FILES, publishedSchema } from '../apps/server/src/platform/http/published-schemas.ts';
import { at } from './lib/paths.mjs';

/** `npm run schemas`: renews the published schemas of our files in docs/schemas. */
for (const name of PUBLISHED_FILES)
  writeFileSync(
    at(`docs/schemas/${name}.schema.json`),
    `${JSON.stringify(publishedSchema(name), null, 2)}\n`,
  );
