import { ImportReport, OrderImport } from '@alnage/contract';
import type { App } from '../../platform/http/app-type';
import { personAt } from '../../platform/http/person';
import { ImportsService } from './imports.service';

/** A list may be larger than what people type: 4 million characters of up to four bytes each. */
const BODY_BYTES = 17_000_000;

export function addImports(app: App): void {
  const imports = new ImportsService(app.db, app.clock);
  app.post(
    '/api/imports/orders',
    {
      bodyLimit: BODY_BYTES,
      schema: { tags: ['imports'], body: OrderImport, response: { 200: ImportReport } },
    },
    async (request) => imports.orders(request.body, await personAt(app.db.manager, request)),
  );
}
