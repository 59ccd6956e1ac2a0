import { RecipeFile, WORKSHOP_FILE_FORMAT, WorkshopFile } from '@alnage/contract';
import { RECIPE_FORMAT } from '@alnage/core';
import { OWN_FORMATS } from './validation';

/** Our own files, by the name of their published schema. */
const FILES = {
  'alnage-workshop-1': { title: WORKSHOP_FILE_FORMAT, file: WorkshopFile },
  'alnage-recipe-1': { title: RECIPE_FORMAT, file: RecipeFile },
} as const;

export type PublishedFile = keyof typeof FILES;
export const PUBLISHED_FILES = Object.keys(FILES) as PublishedFile[];

/** The schema of a file as anybody's validator reads it: our own formats as patterns. */
export function publishedSchema(name: PublishedFile): object {
  const { title, file } = FILES[name];
  const { description, ...schema } = file as unknown as Record<string, unknown>;
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    ...{ title, description },
    ...(plain(schema) as object),
  };
}

function plain(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(plain);
  if (typeof value !== 'object' || value === null) return value;
  const own = Object.entries(value).map(([key, each]): [string, unknown] => {
    const pattern = key === 'format' ? OWN_FORMATS[each as keyof typeof OWN_FORMATS] : undefined;
    return pattern ? ['pattern', pattern.source] : [key, plain(each)];
  });
  return Object.fromEntries(own);
}
