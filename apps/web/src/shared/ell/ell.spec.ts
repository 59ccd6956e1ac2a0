import { TestBed } from '@angular/core/testing';
import { catalogueOf, dayLoads, type DayLoad } from '@alnage/core/planner';
import { figures } from '../../testing/small-season';
import { order, savedPlan, workshop } from '../../testing/small-workshop';
import { ellDays } from './ell-days';
import { EllStore } from './ell.store';

const days = workshop.season!.days;
const base = {
  days,
  figures: figures().days,
  zoneNames: new Map([['fridge', 'Fridge']]),
  timeZone: workshop.timeZone,
  now: Date.parse('2026-06-18T09:00:00Z'),
};
const loadOf = (share: number, zone: string | null = null): DayLoad => {
  const scarcest = {
    resource: zone ? ('room' as const) : ('hands' as const),
    zone,
    used: share,
    available: 1,
    share,
  };
  return { day: [0, 1440], loads: [scarcest], scarcest };
};

describe('the days of the ell', () => {
  test('show name, holiday, pickups and where now is', () => {
    const [thursday, friday] = ellDays({ ...base, loads: [] });
    expect(thursday).toMatchObject({ name: 'Thu 18', holiday: null, now: 0.5, pickups: [], figure: '' });
    expect(friday).toMatchObject({ name: 'Fri 19', holiday: 'Midsummer Eve', now: null, pickups: [0.625] });
    expect(friday!.spoken).toBe('Fri 19, Midsummer Eve: not planned, 1 pickup');
  });

  test.each([
    [0.89, 'free', '89%'],
    [0.9, 'full', '90%'],
    [1, 'full', '100%'],
    [1.04, 'over', '104%'],
  ])('a load of %d is %s and reads %s', (share, standing, figure) => {
    expect(ellDays({ ...base, loads: [loadOf(share)] })[0]).toMatchObject({ share, standing, figure });
  });

  test('name the scarcest resource to those who hear it', () => {
    expect(ellDays({ ...base, loads: [loadOf(0.5, 'fridge')] })[0]!.spoken).toContain('fridge 50%');
    expect(ellDays({ ...base, loads: [loadOf(0.5)] })[0]!.spoken).toContain('hands 50%');
  });

  test('take the load of a real plan from the core', () => {
    const saved = savedPlan([order()]);
    const loads = dayLoads(catalogueOf(saved.problem), saved.plan, [
      [0, 1440],
      [1440, 2880],
    ]);
    expect(ellDays({ ...base, loads })[1]!.share).toBeGreaterThan(0);
  });
});

describe('picking days', () => {
  test('goes from day to span to nothing', () => {
    const ell = TestBed.inject(EllStore);
    expect(ell.span()).toBeNull();
    ell.toggle(3);
    expect(ell.span()).toEqual({ from: 3, to: 3 });
    ell.pick(5, 2);
    expect(ell.span()).toEqual({ from: 2, to: 5 });
    ell.toggle(4);
    ell.toggle(4);
    expect(ell.span()).toBeNull();
    ell.pick(1, 1);
    ell.clear();
    expect(ell.span()).toBeNull();
  });
});
