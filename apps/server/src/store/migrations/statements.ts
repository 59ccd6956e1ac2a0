/** Statements that add a column which must not be null, filled for the rows that are there and then without a default. */
export function added(table: string, column: string, [type, filled]: [string, string]): string[] {
  return [
    `ALTER TABLE "${table}" ADD "${column}" ${type} NOT NULL DEFAULT ${filled}`,
    `ALTER TABLE "${table}" ALTER COLUMN "${column}" DROP DEFAULT`,
  ];
}

/** A value as a jsonb literal. */
export function json(value: unknown): string {
  return `'${JSON.stringify(value)}'::jsonb`;
}
