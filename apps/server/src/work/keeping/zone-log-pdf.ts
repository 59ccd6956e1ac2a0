import type { ExcursionView, ZoneLog } from '@alnage/contract';
import type { Content } from 'pdfmake/interfaces';
import { timeOnPaper } from '../../platform/paper/dates';
import { onA4, pdfOf, RULED, SOFT } from '../../platform/paper/pdf';

/** A zone’s log as somebody who inspects it reads it. */
export interface LogPaper {
  readonly workshop: string;
  readonly zone: string;
  readonly timeZone: string;
  readonly from: Date;
  readonly until: Date;
  readonly log: ZoneLog;
}

const KIND_WORDS: Readonly<Record<ExcursionView['kind'], string>> = {
  warm: 'too warm',
  cold: 'too cold',
  silent: 'sensor silent: nobody knows',
};

/** What a zone’s sensor said, hour by hour with its lowest and highest, and every while in which it was not as it is set. */
export function zoneLogPdf(paper: LogPaper): Promise<Buffer> {
  const { workshop, zone, timeZone, log, from, until } = paper;
  const time = (instant: string | Date, format = 'ccc d.M. HH:mm'): string =>
    timeOnPaper(instant, timeZone, format);
  const span = `${time(from, 'd.M.yyyy HH:mm')} to ${time(until, 'd.M.yyyy HH:mm')}`;
  return pdfOf({
    ...onA4(`${zone}, temperature log`, `${workshop}, ${zone}, ${span}`),
    content: [
      { text: `${zone}, temperature log`, fontSize: 20, bold: true },
      { text: `${span}, ${timeZone}`, margin: [0, 2, 0, 2] },
      {
        text: log.setCelsius === null ? 'No temperature is set.' : `Set to ${celsius(log.setCelsius)}.`,
        margin: [0, 0, 0, 12],
      },
      { text: 'Not as it is set', fontSize: 14, margin: [0, 0, 0, 6] },
      ...excursions(log.excursions, time),
      { text: 'Hour by hour', fontSize: 14, margin: [0, 14, 0, 6] },
      ...hours(log, time),
    ],
  });
}

type Time = (instant: string | Date, format?: string) => string;

function excursions(all: readonly ExcursionView[], time: Time): Content[] {
  if (all.length === 0) return [{ text: 'It was as it is set all the time.', color: SOFT }];
  return [
    table(
      ['From', 'Until', 'What', 'Furthest'],
      all.map(({ kind, from, until, celsius: furthest }) => [
        ...[time(from), time(until), KIND_WORDS[kind], furthest === null ? '–' : celsius(furthest)],
      ]),
    ),
  ];
}

function hours({ readings }: ZoneLog, time: Time): Content[] {
  const rows = new Map<string, { low: number; high: number; sum: number; count: number }>();
  for (const { at, low, mean, high } of readings) {
    const hour = time(at, 'ccc d.M. HH:00');
    const known = rows.get(hour) ?? { low, high, sum: 0, count: 0 };
    rows.set(hour, {
      ...{ low: Math.min(low, known.low), high: Math.max(high, known.high) },
      ...{ sum: known.sum + mean, count: known.count + 1 },
    });
  }
  if (rows.size === 0) return [{ text: 'Its sensor said nothing in this time.', color: SOFT }];
  return [
    table(
      ['Hour', 'Mean', 'Lowest', 'Highest'],
      [...rows].map(([hour, { low, high, sum, count }]) => [
        ...[hour, celsius(sum / count), celsius(low), celsius(high)],
      ]),
    ),
  ];
}

function table(head: readonly string[], rows: readonly (readonly string[])[]): Content {
  const cells = (texts: readonly string[], more: object): Content[] =>
    texts.map((text) => ({ text, ...more }));
  return {
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: head.map(() => '*'),
      body: [cells(head, { color: SOFT, fontSize: 9 }), ...rows.map((row) => cells(row, { margin: [0, 2] }))],
    },
    layout: RULED,
  };
}

function celsius(value: number): string {
  return `${value.toFixed(1)} °C`;
}
