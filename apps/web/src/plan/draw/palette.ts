/** The theme’s colours as a canvas needs them. */
export interface Palette {
  readonly linen: string;
  readonly paper: string;
  readonly ink: string;
  readonly softInk: string;
  readonly rule: string;
  readonly gold: string;
  readonly woad: string;
  readonly woadWash: string;
  readonly madder: string;
  readonly madderWash: string;
  readonly weld: string;
  readonly weldWash: string;
  readonly sage: string;
  readonly sageWash: string;
  readonly coats: Readonly<
    Record<string, { readonly fill: string; readonly on: string; readonly tail: string }>
  >;
}

const ON_DARK = '#fffdf8';
const ON_LIGHT = '#231f1b';
const known = new Map<string, Palette>();

/** The colours of the theme that is on, read from its tokens once. */
export function palette(): Palette {
  const root = document.documentElement;
  const theme = root.dataset['theme'] ?? 'day';
  const before = known.get(theme);
  if (before) return before;
  const style = getComputedStyle(root);
  const token = (name: string): string => style.getPropertyValue(`--${name}`).trim();
  const coat = (name: string, on: string, tail: string): { fill: string; on: string; tail: string } => {
    return { fill: token(`coat-${name}`), on, tail };
  };
  const colours: Palette = {
    linen: token('linen'),
    paper: token('paper'),
    ink: token('ink'),
    softInk: token('soft-ink'),
    rule: token('rule'),
    gold: token('gold'),
    woad: token('woad'),
    woadWash: token('woad-wash'),
    madder: token('madder'),
    madderWash: token('madder-wash'),
    weld: token('weld'),
    weldWash: token('weld-wash'),
    sage: token('sage'),
    sageWash: token('sage-wash'),
    coats: {
      dark: coat('dark', ON_DARK, token('gold')),
      milk: coat('milk', ON_DARK, token('gold')),
      white: coat('white', ON_LIGHT, token('ink')),
      blend: coat('blend', ON_DARK, token('gold')),
      compound: coat('compound', ON_LIGHT, token('gold')),
    },
  };
  if (colours.ink) known.set(theme, colours);
  return colours;
}
