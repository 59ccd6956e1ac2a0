import { brokenLayers } from './lib/layers.mjs';

/** Who knows whom, held against the rules of .dependency-cruiser.cjs. */
const broken = await brokenLayers();
for (const { text } of broken) console.error(text);
process.exitCode = broken.length ? 1 : 0;
