import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { PromiseAsk, PromisedSlot } from '@alnage/contract';
import { Slips } from '../../shared/slip/slips';
import { RoomTries } from './room-tries';

const ask: PromiseAsk = {
  lines: [{ piece: 'dusk-berry', pieces: 12 }],
  boxes: [],
  pickupPoint: 'shop',
  order: null,
};
const no: PromisedSlot = {
  ...{ at: '2026-06-19T10:00', atInstant: '2026-06-19T07:00:00.000Z', kind: 'no' },
  ...{ ageMinutes: null, eatBy: null, roomBoxes: 3, slotFault: null, offerFault: null, piece: 'dusk-berry' },
  blocker: { kind: 'hands', stage: 'dip', skill: 'dip', from: 2000, to: 2040 },
};

function open() {
  TestBed.configureTestingModule({
    providers: [provideHttpClient(), provideHttpClientTesting(), RoomTries],
  });
  return { tries: TestBed.inject(RoomTries), http: TestBed.inject(HttpTestingController) };
}

describe('a new plan that is tried for a slot', () => {
  test('once found makes the slot tight for what was asked, and is told on a slip', () => {
    const { tries, http } = open();
    tries.try(ask, no, 'Fri 19, 10:00');
    expect(tries.of(ask, no)).toEqual({ kind: 'trying' });
    http.expectOne('/api/promises/try').flush({ at: no.at, isFound: true, seconds: 10 });
    expect(tries.withFound(ask, [no])).toEqual([{ ...no, kind: 'tight', piece: null, blocker: null }]);
    expect(TestBed.inject(Slips).slip()!.text).toBe('Room is found for Fri 19, 10:00: it can be promised');
    // another order asks anew
    const other = { ...ask, lines: [{ piece: 'dusk-berry', pieces: 24 }] };
    expect(tries.withFound(other, [no])).toEqual([no]);
  });

  test('says what came in its way', () => {
    const { tries, http } = open();
    tries.try(ask, no, 'Fri 19, 10:00');
    http
      .expectOne('/api/promises/try')
      .flush({ code: 'plan-running', params: {} }, { status: 409, statusText: 'Conflict' });
    expect(tries.of(ask, no)).toMatchObject({ kind: 'failed' });
    expect(TestBed.inject(Slips).slip()).toBeNull();
  });

  test('is offered where the kitchen has no room, not where the slot or the season says no', () => {
    const { tries } = open();
    expect(tries.isOpen(no)).toBe(true);
    expect(tries.isOpen({ ...no, slotFault: 'full' })).toBe(false);
    expect(tries.isOpen({ ...no, kind: 'tight', blocker: null })).toBe(false);
  });
});
