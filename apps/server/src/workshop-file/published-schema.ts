import { WorkshopFile } from '@alnage/contract';
import { OWN_FORMATS } from '../plugins/validation';

/** The schema of a workshop's file as anybody's validator reads it: our own formats as patterns. */
export function publishedSchema(): object {
  const { description, ...schema } = WorkshopFile as unknown as Record<string, unknown>;
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'alnage-workshop/1',
    description,
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
