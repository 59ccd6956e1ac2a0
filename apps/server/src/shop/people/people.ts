import type { FieldProblem, Person, PersonDraft } from '@alnage/contract';
import { minutesOf } from '@alnage/core';
import type { RecordKind } from '../kept/kept-records';
import { PersonEntity } from '../../store/workshop/resources.entity';
import { overlapping } from '../../platform/time/spans';

/** The crew, with the hours in which each works. */
export const PEOPLE: RecordKind<PersonEntity, PersonDraft, Person> = {
  entity: PersonEntity,
  what: 'person',
  judge: (_manager, { week, shifts, absences }) =>
    Promise.resolve([
      ...week.flatMap((each, index) => spanProblems(each, `/week/${index}`)),
      ...shifts.flatMap((each, index) => spanProblems(each, `/shifts/${index}`)),
      ...crossing(
        week.map((each) => ({ ...each, day: String(each.weekday) })),
        '/week',
      ),
      ...crossing(shifts, '/shifts'),
      ...absences.flatMap(({ from, to }, index): FieldProblem[] =>
        to < from
          ? [
              {
                pointer: `/absences/${index}/to`,
                code: 'out-of-range',
                params: { value: to, range: `${from} or later` },
              },
            ]
          : [],
      ),
    ]),
  columns: (draft) => draft,
  view: (_manager, person) => Promise.resolve(personView(person)),
  settle: () => Promise.resolve(),
};

export function personView({ position: _position, ...person }: PersonEntity): Person {
  return person;
}

interface Hours {
  readonly starts: string;
  readonly ends: string;
}

function spanProblems({ starts, ends }: Hours, pointer: string): FieldProblem[] {
  return minutesOf(ends) > minutesOf(starts)
    ? []
    : [
        {
          pointer: `${pointer}/ends`,
          code: 'out-of-range',
          params: { value: ends, range: `later than ${starts}` },
        },
      ];
}

/** Hours of one day that run into each other. */
function crossing(hours: readonly (Hours & { readonly day: string })[], pointer: string): FieldProblem[] {
  const spans = hours.map(({ day, starts, ends }) => ({ day, opens: starts, closes: ends }));
  return overlapping(spans).map((index) => ({
    pointer: `${pointer}/${index}/starts`,
    code: 'hours-cross',
    params: {},
  }));
}
