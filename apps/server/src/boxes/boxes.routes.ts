import { Box, BoxChange, BoxDraft } from '@alnage/contract';
import type { App } from '../app-type';
import { KeptRecords } from '../kept/kept-records';
import { addKeptRoutes } from '../kept/kept-routes';
import { BOXES } from './boxes';

export function addBoxes(app: App): void {
  const records = new KeptRecords(app.db, BOXES);
  addKeptRoutes(app, records, { path: '/api/boxes', draft: BoxDraft, change: BoxChange, view: Box });
}
