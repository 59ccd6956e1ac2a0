import {
  BowlChange,
  BowlDraft,
  BowlView,
  CoatingChange,
  CoatingDraft,
  CoatingView,
  Details,
  Mould,
  MouldChange,
  MouldDraft,
  Person,
  PersonChange,
  PersonDraft,
  PickupPoint,
  PickupPointChange,
  PickupPointDraft,
  RecordParams,
  Rules,
  SlotClosing,
  Workshop,
  ZoneChange,
  ZoneDraft,
  ZoneView,
} from '@alnage/contract';
import type { App } from '../../platform/http/app-type';
import { KeptRecords } from '../kept/kept-records';
import { addKeptRoutes } from '../kept/kept-routes';
import type { WorkshopUses } from '../kept/workshop-uses';
import { BOWLS } from '../equipment/bowls';
import { COATINGS } from '../coatings/coatings';
import { DetailsService } from './details.service';
import { MOULDS } from '../equipment/moulds';
import { PEOPLE } from '../people/people';
import { RulesService } from './rules.service';
import { closeSlot, PICKUP_POINTS } from '../pickup/pickup-points';
import { ZONES } from '../equipment/zones';
import { workshopView } from './workshop-view';

const tags = ['workshop'];

export function addWorkshop(app: App, uses: WorkshopUses): void {
  const details = new DetailsService(app.db, uses);
  app.put('/api/details', { schema: { tags, body: Details, response: { 200: Details } } }, (request) =>
    details.change(request.body),
  );
  addKeptRoutes(app, new KeptRecords(app.db, PEOPLE, uses), {
    path: '/api/people',
    draft: PersonDraft,
    change: PersonChange,
    view: Person,
  });
  app.get('/api/workshop', { schema: { tags, response: { 200: Workshop } } }, async (_request, reply) => {
    const view = await app.remembered.of('workshop', ['workshop'], () => workshopView(app.db.manager));
    return reply.send({ ...view, now: app.clock.now().toISOString(), clockRate: app.clock.rate } as never);
  });
  const rules = new RulesService(app.db);
  app.put('/api/rules', { schema: { tags, body: Rules, response: { 200: Rules } } }, (request) =>
    rules.change(request.body),
  );
  addKeptRoutes(app, new KeptRecords(app.db, COATINGS, uses), {
    path: '/api/coatings',
    draft: CoatingDraft,
    change: CoatingChange,
    view: CoatingView,
  });
  addKeptRoutes(app, new KeptRecords(app.db, BOWLS, uses), {
    path: '/api/bowls',
    draft: BowlDraft,
    change: BowlChange,
    view: BowlView,
  });
  addKeptRoutes(app, new KeptRecords(app.db, MOULDS, uses), {
    path: '/api/moulds',
    draft: MouldDraft,
    change: MouldChange,
    view: Mould,
  });
  addKeptRoutes(app, new KeptRecords(app.db, ZONES, uses), {
    path: '/api/zones',
    draft: ZoneDraft,
    change: ZoneChange,
    view: ZoneView,
  });
  addKeptRoutes(app, new KeptRecords(app.db, PICKUP_POINTS, uses), {
    path: '/api/points',
    draft: PickupPointDraft,
    change: PickupPointChange,
    view: PickupPoint,
  });
  app.put(
    '/api/points/:id/slots',
    { schema: { tags, params: RecordParams, body: SlotClosing, response: { 200: PickupPoint } } },
    (request) => closeSlot(app.db, request.params.id, request.body),
  );
}
