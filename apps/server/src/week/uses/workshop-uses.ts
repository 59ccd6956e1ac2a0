import type { WorkshopClock } from '../../platform/time/workshop-clock';
import type { WorkshopUses } from '../../shop/kept/workshop-uses';
import { startedWork } from '../kitchen/started-work';
import { lotsOf, ordersBetween } from './counts';
import { RECORD_USERS } from './record-users';

/** Everything that is done with the workshop's records, as the shop's rooms ask for it. */
export function workshopUses(clock: Pick<WorkshopClock, 'now'>): WorkshopUses {
  const begunWork: WorkshopUses['begunWork'] = (manager) => startedWork(manager, clock.now());
  return {
    begunWork,
    usersOf: async (manager, what, id) => {
      const users: string[] = [];
      for (const look of RECORD_USERS[what]) users.push(...(await look({ manager, id, begun: begunWork })));
      return users;
    },
    orderCount: ordersBetween,
    lotCount: lotsOf,
  };
}
