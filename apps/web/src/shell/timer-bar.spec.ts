import type { BenchEventsAsk } from '@alnage/contract';
import { TestBed } from '@angular/core/testing';
import { Outbox } from '../shared/bench/outbox';
import { bench, deedAt, START } from '../testing/small-bench';
import { render } from '../testing/render';
import { runningClock } from '../shared/formats/formats';
import { TimerBar } from './timer-bar';

const MINUTE = 60_000;
// the small workshop's now is 11:32
const timer = (minute: number, name: string) =>
  deedAt(680, { kind: 'timer', name, endsAt: START + minute * MINUTE });

test('waits of the bench are shown before they end and aloud after, until somebody has heard', async () => {
  const events = [timer(700, 'Berries, fridge'), timer(690, 'Room'), timer(900, 'Far off')];
  const { text, click, http, settle } = await render(TimerBar, { bench: { ...bench, events } });
  expect(text()).toMatch(/Room over for [12]:\d\d\s?Done Berries, fridge in (8:00|7:\d\d)/);
  expect(text()).not.toContain('Far off');
  await click('Done');
  await TestBed.inject(Outbox).settled();
  await settle();
  const { body } = http.expectOne('/api/bench/events').request;
  expect((body as BenchEventsAsk).events[0]!.deed).toEqual({ kind: 'timer-off', timer: events[1]!.id });
  expect(text()).not.toContain('Room');
});

test.each([
  [59_999, '0:59'],
  [754_000, '12:34'],
  [3_849_000, '1:04:09'],
])('%d ms are told as %s', (ms, text) => expect(runningClock(ms)).toBe(text));
