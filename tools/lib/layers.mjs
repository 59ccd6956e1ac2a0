import { createRequire } from 'node:module';
import { cruise } from 'dependency-cruiser';
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config';
import { at, root } from './paths.mjs';

const require = createRequire(import.meta.url);
export const SOURCES = ['packages/core/src', 'packages/contract/src', 'apps/server/src', 'apps/web/src'];
/** What is looked at file by file, and what folder by folder. */
const CONFIGS = ['.dependency-cruiser.cjs', '.dependency-cruiser.folders.cjs'];
const TS_CONFIG = extractTSConfig(at('tsconfig.base.json'));

/** Every rule by name, as both configurations have them. */
export const ruleNames = () =>
  CONFIGS.flatMap((name) => require(at(name)).forbidden.map((rule) => rule.name));

/** Holds the sources below a folder against every rule of the layers. @returns what breaks one, as `rule: from → to` */
export async function brokenLayers(sources = SOURCES, baseDir = root) {
  const broken = [];
  for (const name of CONFIGS) {
    const { forbidden, options } = require(at(name));
    const ruleSet = {
      forbidden: forbidden.map((rule) => ({ ...rule, from: { ...rule.from }, to: { ...rule.to } })),
    };
    const { output } = await cruise(sources, { ...options, baseDir, validate: true, ruleSet }, undefined, {
      tsConfig: TS_CONFIG,
    });
    broken.push(
      ...output.summary.violations.map(({ rule, from, to }) => ({
        rule: rule.name,
        text: `${rule.name}: ${from} → ${to}`,
      })),
    );
  }
  return broken;
}
