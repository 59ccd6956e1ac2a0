import { InputError } from '@alnage/core/input';
import { readForecast, type SendingWay } from '@alnage/core/ordering';

/** The days of a forecast in a CSV file; or what is wrong with it, by line. */
export async function forecastOf(text: string): Promise<SendingWay['days'] | string> {
  const { CsvError, parse } = await import('csv-parse/browser/esm/sync');
  try {
    const delimiter = [',', ';', '\t'];
    return readForecast(parse(text, { bom: true, delimiter, relax_column_count: true, trim: true }));
  } catch (error) {
    if (error instanceof CsvError) return 'That is no CSV: a line a day, its cells parted by commas.';
    if (!(error instanceof InputError)) throw error;
    const [, line, column] = error.field.split('/');
    return `Line ${line}, ${column}: “${String(error.value)}” will not do: ${error.range}. Nothing of it is taken.`;
  }
}
