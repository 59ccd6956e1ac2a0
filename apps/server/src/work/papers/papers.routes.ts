import { BoxLabelView, LABELS_MOST, LabelQuery, PackingQuery, PackingView } from '@alnage/contract';
import { LABEL_SHEETS } from '@alnage/core';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { inlineFile } from '../../platform/paper/inline-file';
import { ProblemError } from '../../platform/http/problem-error';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { ZoneEntity } from '../../store/workshop/resources.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { boxLabels } from './box-labels';
import { labelPdf } from './label-pdf';
import { packingOfDay } from './packing';
import { packingPdf } from './packing-pdf';

const tags = ['papers'];

/** What is printed for boxes and orders. */
export function addPapers(app: App): void {
  const { manager } = app.db;
  const labels = async (query: LabelQuery): Promise<BoxLabelView[]> => {
    const all = await boxLabels(manager, app.clock, query);
    requireFew(all.length);
    return all;
  };
  app.get(
    '/api/papers/labels',
    { schema: { tags, querystring: LabelQuery, response: { 200: Type.Array(BoxLabelView) } } },
    ({ query }) => labels(query),
  );
  app.get(
    '/api/papers/labels.pdf',
    { schema: { tags, querystring: LabelQuery, response: { 200: Type.Any() } } },
    async ({ query }, reply) => {
      const { name, address, labelWords, timeZone, currency } = await manager.findOneByOrFail(
        WorkshopEntity,
        {
          id: 1,
        },
      );
      const sheet = LABEL_SHEETS.find(({ id }) => id === query.sheet) ?? LABEL_SHEETS[0]!;
      const paper = { workshop: name, address, words: labelWords, timeZone, currency, sheet };
      const pdf = await labelPdf(await labels(query), { ...paper, skip: query.skip ?? 0 });
      return inlineFile(reply, 'labels.pdf').send(pdf);
    },
  );
  app.get(
    '/api/papers/packing',
    { schema: { tags, querystring: PackingQuery, response: { 200: PackingView } } },
    ({ query: { day } }) => packingOfDay(manager, app.clock, day),
  );
  app.get(
    '/api/papers/packing.pdf',
    { schema: { tags, querystring: PackingQuery, response: { 200: Type.Any() } } },
    async ({ query: { day } }, reply) => {
      const { name: workshop, timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
      const named = (rows: readonly { id: string; name: string }[]): ReadonlyMap<string, string> =>
        new Map(rows.map(({ id, name }) => [id, name]));
      const pdf = await packingPdf(await packingOfDay(manager, app.clock, day), {
        ...{ workshop, day, timeZone },
        pieces: named(await manager.find(PieceEntity)),
        zones: named(await manager.find(ZoneEntity)),
      });
      return inlineFile(reply, `packing-${day}.pdf`).send(pdf);
    },
  );
}

/** @throws ProblemError `too-many-labels` */
export function requireFew(labels: number): void {
  if (labels > LABELS_MOST) throw new ProblemError('too-many-labels', { labels, most: LABELS_MOST });
}
