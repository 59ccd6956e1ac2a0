import { SupplyChange, SupplyDraft, SupplyView } from '@alnage/contract';
import type { App } from '../../platform/http/app-type';
import { KeptRecords } from '../kept/kept-records';
import { addKeptRoutes } from '../kept/kept-routes';
import type { WorkshopUses } from '../kept/workshop-uses';
import { supplies } from './supplies';

export function addSupplies(app: App, uses: WorkshopUses): void {
  addKeptRoutes(app, new KeptRecords(app.db, supplies(uses), uses), {
    path: '/api/supplies',
    draft: SupplyDraft,
    change: SupplyChange,
    view: SupplyView,
  });
}
