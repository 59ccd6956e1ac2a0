import type { FastifySchemaValidationError } from 'fastify';

/** What Ajv finds, asked to be verbose. */
export type Found = FastifySchemaValidationError & {
  readonly data?: unknown;
  readonly parentSchema?: {
    readonly minimum?: number;
    readonly maximum?: number;
    readonly exclusiveMinimum?: number;
    readonly enum?: readonly unknown[];
    readonly anyOf?: readonly { readonly properties?: { readonly kind?: { readonly const?: string } } }[];
  };
};

/**
 * Of something that may be one of several, Ajv tells what is wrong with it as each of them. Only what is wrong with it as
 * the one that it means to be is kept: the one of its kind; where it has none, the one that it comes nearest to. A kind
 * that there is not is told as that.
 */
export function meantErrors(found: readonly Found[]): Found[] {
  let errors = [...found];
  // the innermost first: what lies within a branch says what that branch lacks
  const unions = found.filter(({ keyword }) => keyword === 'anyOf').sort(byDepth);
  for (const union of unions) if (errors.includes(union)) errors = withoutOthers(errors, union);
  return errors;
}

function byDepth(a: Found, b: Found): number {
  return b.schemaPath.length - a.schemaPath.length;
}

function withoutOthers(errors: readonly Found[], union: Found): Found[] {
  const isWithin = (path: string): boolean => `${path}/`.startsWith(`${union.instancePath}/`);
  const branchOf = ({ schemaPath, instancePath }: Found): number =>
    isWithin(instancePath) && schemaPath.startsWith(`${union.schemaPath}/`)
      ? Number.parseInt(schemaPath.slice(union.schemaPath.length + 1), 10)
      : -1;
  const branches = new Map<number, Found[]>();
  for (const error of errors) {
    const branch = branchOf(error);
    if (branch >= 0) branches.set(branch, [...(branches.get(branch) ?? []), error]);
  }
  const isOtherKind = ({ instancePath, keyword }: Found): boolean =>
    keyword === 'const' && instancePath === `${union.instancePath}/kind`;
  const own = [...branches.values()].filter((each) => !each.some(isOtherKind));
  const meant = own.sort((a, b) => nearness(a, union) - nearness(b, union))[0];
  const others = errors.filter((error) => error !== union && branchOf(error) < 0);
  if (meant) return [...others, ...meant];
  const [unknown] = [...branches.values()].flat().filter(isOtherKind);
  return [...others, unknown ? { ...unknown, parentSchema: { enum: kindsOf(union) } } : union];
}

/** The fewer errors the nearer; what is of another type is furthest. Half a piece is a number all the same. */
function nearness(errors: readonly Found[], { instancePath }: Found): number {
  const isOfOtherType = errors.some(
    ({ keyword, instancePath: at, params, data }) =>
      keyword === 'type' &&
      at === instancePath &&
      !(params['type'] === 'integer' && typeof data === 'number'),
  );
  return errors.length + (isOfOtherType ? 1000 : 0);
}

function kindsOf({ parentSchema }: Found): string[] {
  return (parentSchema?.anyOf ?? []).flatMap(({ properties }) => properties?.kind?.const ?? []);
}
