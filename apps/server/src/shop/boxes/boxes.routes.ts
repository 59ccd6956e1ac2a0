import { Box, BoxChange, BoxDraft } from '@alnage/contract';
import type { App } from '../../platform/http/app-type';
import { KeptRecords } from '../kept/kept-records';
import { addKeptRoutes } from '../kept/kept-routes';
import type { WorkshopUses } from '../kept/workshop-uses';
import { BOXES } from './boxes';

export function addBoxes(app: App, uses: WorkshopUses): void {
  const records = new KeptRecords(app.db, BOXES, uses);
  addKeptRoutes(app, records, { path: '/api/boxes', draft: BoxDraft, change: BoxChange, view: Box });
}
