import type { FieldProblem, ZoneDraft, ZoneView } from '@alnage/contract';
import type { RecordKind } from '../kept/kept-records';
import { ZoneEntity } from '../../store/workshop/resources.entity';

export const ZONES: RecordKind<ZoneEntity, ZoneDraft, ZoneView> = {
  entity: ZoneEntity,
  what: 'zone',
  judge: (_manager, { there }) =>
    Promise.resolve(
      (there ?? []).flatMap(({ from, until }, index): FieldProblem[] =>
        until > from
          ? []
          : [
              {
                pointer: `/there/${index}/until`,
                code: 'out-of-range',
                params: { value: until, range: `later than ${from}` },
              },
            ],
      ),
    ),
  // what is left out is as it was before anybody could say it
  columns: ({ celsius = null, humidity = null, there = null, ...draft }) => ({
    ...{ ...draft, celsius, humidity, there },
  }),
  view: (_manager, zone) => Promise.resolve(zoneView(zone)),
  settle: () => Promise.resolve(),
};

export function zoneView({ position: _position, ...zone }: ZoneEntity): ZoneView {
  return zone;
}
