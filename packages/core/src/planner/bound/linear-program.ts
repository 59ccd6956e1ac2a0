/** What a solver of linear programmes answers: the least value of the objective, where there is one. */
export interface LinearAnswer {
  readonly isOptimal: boolean;
  readonly value: number;
}

/** Solves a programme in CPLEX’s LP format. */
export type LinearSolver = (text: string) => LinearAnswer;

/** A sum of variables, each times a number. */
export class Sum {
  readonly terms = new Map<number, number>();

  add(factor: number, variable: number): this {
    this.terms.set(variable, (this.terms.get(variable) ?? 0) + factor);
    return this;
  }

  addAll(factor: number, sum: Sum): this {
    for (const [variable, each] of sum.terms) this.add(factor * each, variable);
    return this;
  }
}

/** A linear programme over variables from 0 up, or of 0 or 1, to be made as small as possible. */
export class LinearProgram {
  private readonly prices: number[] = [];
  private readonly rows: string[] = [];
  private readonly binaries: number[] = [];

  /** A variable that costs so much for each unit, and its position. */
  variable(price = 0): number {
    return this.prices.push(price) - 1;
  }

  /** A variable that is 0 or 1. */
  choice(price = 0): number {
    const variable = this.variable(price);
    this.binaries.push(variable);
    return variable;
  }

  atMost(sum: Sum, limit: number): void {
    this.row(sum, '<=', limit);
  }

  atLeast(sum: Sum, limit: number): void {
    this.row(sum, '>=', limit);
  }

  equal(sum: Sum, value: number): void {
    this.row(sum, '=', value);
  }

  /** In CPLEX’s LP format. */
  text(): string {
    const objective = new Sum();
    this.prices.forEach((price, variable) => price !== 0 && objective.add(price, variable));
    const target = objective.terms.size > 0 ? textOf(objective) : '0 v0';
    const choices = this.binaries.map((variable) => ` v${variable}`);
    const kinds = choices.length > 0 ? ['Binary', ...choices] : [];
    return ['Minimize', ` obj: ${target}`, 'Subject To', ...this.rows, ...kinds, 'End'].join('\n');
  }

  private row(sum: Sum, relation: string, limit: number): void {
    if (sum.terms.size > 0) this.rows.push(` r${this.rows.length}: ${textOf(sum)} ${relation} ${limit}`);
  }
}

/** Terms on lines of their own length, for readers of the format take no line of any length. */
function textOf({ terms }: Sum): string {
  const parts = [...terms].map(
    ([variable, factor]) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} v${variable}`,
  );
  const lines: string[] = [];
  for (let i = 0; i < parts.length; i += 12) lines.push(parts.slice(i, i + 12).join(' '));
  return lines.join('\n  ');
}
