import {
  Customer,
  CustomerChange,
  CustomerDraft,
  CustomerExport,
  CustomerMerge,
  RecordParams,
} from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { KeptRecords } from '../../shop/kept/kept-records';
import { addKeptRoutes } from '../../shop/kept/kept-routes';
import type { WorkshopUses } from '../../shop/kept/workshop-uses';
import { CustomerEntity } from '../../store/work/customer.entity';
import { CUSTOMERS, customerView, exportCustomer, mergeCustomers } from './customers';

const tags = ['customers'];

export function addCustomers(app: App, uses: WorkshopUses): void {
  app.get('/api/customers', { schema: { tags, response: { 200: Type.Array(Customer) } } }, async () =>
    (await app.db.manager.find(CustomerEntity, { order: { name: 'ASC' } })).map(customerView),
  );
  addKeptRoutes(app, new KeptRecords(app.db, CUSTOMERS, uses), {
    path: '/api/customers',
    draft: CustomerDraft,
    change: CustomerChange,
    view: Customer,
  });
  app.post(
    '/api/customers/:id/merge',
    { schema: { tags, params: RecordParams, body: CustomerMerge, response: { 200: Customer } } },
    (request) => mergeCustomers(app.db, request.params.id, request.body.into),
  );
  app.get(
    '/api/customers/:id/export',
    { schema: { tags, params: RecordParams, response: { 200: CustomerExport } } },
    async (request, reply) => {
      const all = await exportCustomer(app.db.manager, request.params.id);
      return reply.header('content-disposition', `attachment; filename="customer.json"`).send(all);
    },
  );
}
