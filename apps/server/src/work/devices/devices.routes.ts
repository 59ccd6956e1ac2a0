import {
  Device,
  DeviceDraft,
  DeviceTaken,
  OrderParams,
  ReadingsAsk,
  ReadingsTaken,
  ReadingsView,
  RecordParams,
  closed,
} from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { deviceOf } from '../../platform/http/device-token';
import { DevicesService } from './devices.service';
import { ReadingsService } from './readings.service';

const tags = ['devices'];
const Since = closed({ since: Type.Integer({ minimum: 0, maximum: 8.64e15, description: 'ms since 1970' }) });

/** What measures and prints: the workshop's list of it, and the doors by which it speaks. */
export function addDevices(app: App): void {
  const devices = new DevicesService(app.db);
  app.get('/api/devices', { schema: { tags, response: { 200: Type.Array(Device) } } }, () => devices.list());
  app.post(
    '/api/devices',
    { schema: { tags, body: DeviceDraft, response: { 201: DeviceTaken } } },
    async (request, reply) => reply.status(201).send(await devices.take(request.body)),
  );
  app.delete(
    '/api/devices/:id',
    { schema: { tags, params: OrderParams, response: { 204: Type.Null() } } },
    async (request, reply) => {
      await devices.remove(request.params.id);
      return reply.status(204).send(null);
    },
  );
  addDoors(app);
}

/** The doors for devices, each with its token: `Authorization: Bearer …`. */
function addDoors(app: App): void {
  const readings = new ReadingsService(app.db, app.clock);
  app.post(
    '/api/readings',
    { schema: { tags, body: ReadingsAsk, response: { 200: ReadingsTaken } } },
    async (request) => readings.take(await deviceOf(app.db.manager, request), request.body),
  );
  app.get(
    '/api/bowls/:id/readings',
    { schema: { tags, params: RecordParams, querystring: Since, response: { 200: ReadingsView } } },
    (request) => readings.ofBowl(request.params.id, new Date(request.query.since)),
  );
}
