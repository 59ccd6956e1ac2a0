/** What a message may tell of an order, by its name in braces. */
export const MESSAGE_FIELDS = [
  'name',
  'ticket',
  'when',
  'where',
  'what',
  'swap',
  'recalled',
  'reason',
  'total',
  'to pay',
  'kept until',
  'contains',
  'keep',
  'workshop',
  'address',
] as const;
export type MessageField = (typeof MESSAGE_FIELDS)[number];
export type MessageFields = Readonly<Record<MessageField, string>>;

const FIELD = /\{([^{}]*)\}/g;

/** Fields of a template that there are not, each once, as they are written. */
export function unknownFields(template: string): string[] {
  const named = [...template.matchAll(FIELD)].map(([, name]) => name!.trim());
  return [...new Set(named)].filter((name) => !MESSAGE_FIELDS.includes(name as MessageField));
}

/**
 * A template with its fields filled in. A line of which every field is empty is left out, so that nothing is said of what there is not; empty
 * lines at the ends go. By hand: "Hello {name}.\nTo pay: {to pay}" for Ada with nothing to pay is "Hello Ada."
 */
export function filledTemplate(template: string, fields: MessageFields): string {
  const lines = template.split('\n').flatMap((line) => {
    const named = [...line.matchAll(FIELD)].map(([, name]) => valueOf(name!, fields));
    if (named.length > 0 && named.every((value) => value === '')) return [];
    return [line.replaceAll(FIELD, (_, name: string) => valueOf(name, fields))];
  });
  return lines.join('\n').trim();
}

function valueOf(name: string, fields: MessageFields): string {
  return fields[name.trim() as MessageField] ?? '';
}
