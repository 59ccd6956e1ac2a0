import { requireBuild } from './lib/build.mjs';
import { main } from './lib/say.mjs';

/** Builds web and server unless what is in dist was built from the same sources; the types of the web are checked with it. */
await main(() => requireBuild());
