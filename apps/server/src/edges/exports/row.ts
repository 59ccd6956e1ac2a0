/** One row of a list, by its columns. */
export type Row = Readonly<Record<string, string | number>>;
