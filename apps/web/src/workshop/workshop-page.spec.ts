import { TestBed } from '@angular/core/testing';
import type { Customer, PickupPointDraft } from '@alnage/contract';
import { CustomerActions } from '../state/customers.state';
import { RecordActions } from '../state/records.state';
import { render, type RenderOptions } from '../testing/render';
import { workshop } from '../testing/small-workshop';
import { WorkshopActions } from '../state/workshop.state';
import { chooseUnits, FIRST_UNITS } from '../shared/units/units';
import { WorkshopPage } from './workshop-page';

async function open(section: string, options: RenderOptions = {}) {
  const page = await render(WorkshopPage, options);
  page.fixture.componentRef.setInput('section', section);
  await page.settle();
  return page;
}

describe('a record that the address names', () => {
  test('is open once its list has been read, and nothing that is typed meanwhile is lost', async () => {
    const halla: Customer = {
      ...{ id: 'e-halla', name: 'E. Halla', phone: '', allergies: ['nuts'], wishes: '', version: 1 },
    };
    const others: Customer = { ...halla, id: 'a-aalto', name: 'A. Aalto', allergies: [] };
    const page = await render(WorkshopPage, {}, { section: 'customers', record: 'e-halla' });
    expect(page.text()).toContain('New customer');
    page.store.dispatch(CustomerActions.read({ customers: [others, halla] }));
    await page.settle();
    expect(page.field('Name').value).toBe('E. Halla');

    const typed = await openNew();
    await typed.type('Name', 'Petra');
    typed.store.dispatch(CustomerActions.read({ customers: [others, halla] }));
    await typed.settle();
    expect(typed.field('Name').value).toBe('Petra');
  });
});

/** The page of a workshop whose customers are not read yet. */
function openNew() {
  TestBed.resetTestingModule();
  return render(WorkshopPage, {}, { section: 'customers', record: 'e-halla' });
}

describe('the coatings', () => {
  test('are listed with window and price, and the first is open with what follows from it', async () => {
    const page = await open('coatings');
    expect(page.page.querySelector('.chooser')!.textContent).toContain('31 °C to 32.2 °C');
    expect(page.text()).toContain('€14.00 a kg');
    expect(page.page.querySelector('.follows')!.textContent).toContain('14.0 Pa');
    await page.type('Fat stirred in', '1');
    expect(page.page.querySelector('.follows')!.textContent).toContain('10.5 Pa');
  });

  test('are changed against the version that was seen, and filled anew once that is in', async () => {
    const page = await open('coatings');
    await page.type('Workable for', '200');
    await page.click('Save the coating');
    const request = page.http.expectOne({ method: 'PUT', url: '/api/coatings/dark-64' });
    expect(request.request.body).toEqual({ ...workshop.coatings[0]!.own, usableMinutes: 200, version: 1 });
    request.flush({ ...workshop.coatings[0], version: 2 });
    await page.settle();
    const [dark] = workshop.coatings;
    const own = { ...dark!.own, usableMinutes: 200 };
    const coatings = [{ ...dark!, own, version: 2 }];
    page.store.dispatch(WorkshopActions.read({ workshop: { ...workshop, coatings }, pieces: [] }));
    await page.settle();
    await page.click('Save the coating');
    expect(page.http.expectOne('/api/coatings/dark-64').request.body).toMatchObject({
      usableMinutes: 200,
      version: 2,
    });
  });

  test('changed by somebody else are shown beside one’s own, and nothing typed is lost', async () => {
    const page = await open('coatings');
    await page.type('Workable for', '200');
    await page.click('Save the coating');
    const theirs = {
      ...workshop.coatings[0]!,
      own: { ...workshop.coatings[0]!.own, usableMinutes: 180 },
      version: 4,
    };
    page.http
      .expectOne('/api/coatings/dark-64')
      .flush(
        { code: 'record-changed', errors: [], params: { current: theirs } },
        { status: 409, statusText: 'changed' },
      );
    await page.settle();
    const row = page.page.querySelector('[aria-label="Theirs beside yours"] tbody tr')!;
    expect([...row.children].map((cell) => cell.textContent)).toEqual(['usable minutes', '180', '200']);
    await page.click('Save the coating');
    expect(page.http.expectOne('/api/coatings/dark-64').request.body).toMatchObject({
      usableMinutes: 200,
      version: 4,
    });
  });

  test('can be a blend, of coatings that are none', async () => {
    const page = await open('coatings');
    await page.click('New coating');
    await page.type('Kind', 'blend');
    expect(page.text()).toContain('Made of, in parts by mass');
    await page.type('Name', 'House');
    await page.click('Save the coating');
    expect(page.text()).toContain('Choose a coating.');
    page.http.expectNone('/api/coatings');
  });

  test('still in use are kept, and it is said by what', async () => {
    const page = await open('coatings');
    await page.click('Remove');
    await page.click('Remove it');
    page.http
      .expectOne({ method: 'DELETE', url: '/api/coatings/dark-64' })
      .flush(
        { code: 'in-use', errors: [], params: { name: 'Dark 64', by: ['Dusk berry', 'Salt twist'] } },
        { status: 409, statusText: 'in use' },
      );
    await page.settle();
    expect(page.text()).toContain('Dark 64 is still needed by Dusk berry and Salt twist, so it stays.');
  });
});

describe('the bowls', () => {
  test('that are smaller than their tail are refused before they are sent, in the units typed', async () => {
    const page = await open('bowls');
    await page.type('Tail, if measured', '7000');
    expect(page.text()).toContain(
      'A tail of 7.00 kg leaves nothing to dip of the 6.00 kg that the bowl holds.',
    );
    await page.click('Save the bowl');
    page.http.expectNone('/api/bowls/bowl-a');
  });

  test('have the tail that follows from their form', async () => {
    const page = await open('bowls');
    await page.type('Form', 'straight');
    await page.type('Across the rim', '260');
    await page.type('Height', '150');
    await page.type('Tail, if measured', '');
    expect(page.page.querySelector('.follows')!.textContent).toMatch(/Tail that cannot be dipped[\d.]+ kg/);
    await page.type('Filled with at most', '60000');
    expect(page.text()).toMatch(/It cannot hold 60\.00 kg: \d+\.\d\d kg stand at its brim/);
  });
});

describe('ways and rates', () => {
  test('are saved as a whole against their version', async () => {
    const page = await open('rules');
    await page.type('Certainty of not running short', '90');
    await page.type('Labour, an hour', '26.50');
    await page.click('Save the ways and rates');
    const request = page.http.expectOne({ method: 'PUT', url: '/api/rules' });
    expect(request.request.body).toEqual({ ...workshop.rules, certainty: 0.9, labourMinorPerHour: 2650 });
    request.flush({ ...workshop.rules, version: 2 });
    await page.settle();
    const rules = { ...workshop.rules, certainty: 0.9, labourMinorPerHour: 2650, version: 2 };
    page.store.dispatch(WorkshopActions.read({ workshop: { ...workshop, rules }, pieces: [] }));
    await page.settle();
    await page.click('Save the ways and rates');
    expect(page.http.expectOne('/api/rules').request.body).toEqual(rules);
  });

  test('are refused where they cannot be', async () => {
    const page = await open('rules');
    await page.type('Certainty of not running short', '120');
    expect(page.text()).toContain('120 will not do: 50 to 100 %.');
    await page.click('Save the ways and rates');
    page.http.expectNone('/api/rules');
  });
});

describe('the boxes', () => {
  test('are made up line by line', async () => {
    const page = await open('boxes');
    await page.type('Asked for it', '');
    await page.click('Save the box');
    expect(page.http.expectOne('/api/boxes/six').request.body).toMatchObject({
      contents: [{ piece: 'dusk-berry', pieces: 6 }],
      priceMinor: null,
      version: 1,
    });
  });
});

describe('the supplies', () => {
  test('are as ordinary ones of their name, until somebody types what their packet says', async () => {
    const page = await open('supplies');
    expect(page.text()).toContain('Usual for it: 91% water, 0.4% fat, ');
    await page.type('It is made', 'packet');
    // an ordinary strawberry to begin with
    expect(page.field('Fat').value).toBe('0.4');
    await page.type('of which sugars', '7');
    await page.click('Save the supply');
    const refused = page.http.expectOne('/api/supplies/strawberry');
    expect(refused.request.body).toMatchObject({
      composition: { water: 91, fat: 0.4, sugars: 7, asSucrose: null },
    });
    refused.flush(
      {
        code: 'invalid-input',
        errors: [
          { pointer: '/composition/sugars', code: 'out-of-range', params: { value: 7, range: '0..5.5' } },
        ],
      },
      { status: 400, statusText: 'Bad Request' },
    );
    await page.settle();
    expect(page.text()).toContain('7 will not do');
    await page.type('It is made', 'ordinary');
    await page.click('Save the supply');
    expect(page.http.expectOne('/api/supplies/strawberry').request.body).toMatchObject({ composition: null });
  });
});

describe('the zones', () => {
  test('are counted in whole trays', async () => {
    const page = await open('zones');
    expect(page.page.querySelector('.chooser')!.textContent).toContain('6 trays');
    await page.type('Room for', '2.5');
    expect(page.text()).toContain('2.5 will not do: a whole number, 0 to 10000.');
    await page.type('Room for', '8');
    await page.click('Save the zone');
    expect(page.http.expectOne('/api/zones/fridge').request.body).toEqual({
      name: 'Fridge',
      trays: 8,
      celsius: 4,
      humidity: null,
      there: null,
      version: 1,
    });
  });

  test('tell how humid they are, and when they are there', async () => {
    const page = await open('zones');
    await page.type('Humidity', '55');
    await page.click('Add a time');
    const hours = [...page.page.querySelectorAll<HTMLInputElement>('al-rows input')];
    expect(hours.map(({ value }) => value)).toEqual(['2026-06-18', '07:00', '2026-06-18', '19:00']);
    await page.click('Save the zone');
    expect(page.http.expectOne('/api/zones/fridge').request.body).toMatchObject({
      humidity: 0.55,
      there: [{ from: '2026-06-18T07:00', until: '2026-06-18T19:00' }],
    });
  });
});

describe('my units', () => {
  afterEach(() => chooseUnits(FIRST_UNITS));

  test('change what is read at once', async () => {
    const page = await open('units');
    expect(page.text()).toContain('a bowl holds 6.00 kg');
    await page.type('Mass', 'oz');
    expect(page.text()).toContain('a bowl holds 13.23 lb');
  });
});

test('what was removed makes way for the next', async () => {
  const [bowl] = workshop.bowls;
  const page = await render(WorkshopPage, {
    workshop: { ...workshop, bowls: [bowl!, { ...bowl!, id: 'bowl-b', name: 'Bowl B' }] },
  });
  page.fixture.componentRef.setInput('section', 'bowls');
  await page.settle();
  page.store.dispatch(RecordActions.removed({ path: 'bowls', id: 'bowl-a' }));
  await page.settle();
  expect(page.page.querySelector('[aria-current=true]')!.textContent).toContain('Bowl B');
});

describe('the pickup points', () => {
  test('are shown with their hours, and saved unchanged as they are', async () => {
    const page = await open('points');
    expect(page.page.querySelector('.chooser')!.textContent).toContain('here · slots of 30 min');
    await page.click('Save the pickup point');
    const { id: _id, closedSlots: _closed, ...rest } = workshop.pickupPoints[0]!;
    expect(page.http.expectOne({ method: 'PUT', url: '/api/points/shop' }).request.body).toEqual(rest);
  });

  test('take hours as people write them, the next day of the week first, and dates that are shut', async () => {
    const page = await open('points');
    await page.click('New pickup point');
    await page.type('Name', 'Landing');
    await page.click('Add a day');
    await page.click('Add a date');
    await page.type('Opens', '8.30');
    await page.click('Save the pickup point');
    const { hours, exceptions, slotBoxes } = page.http.expectOne('/api/points').request
      .body as PickupPointDraft;
    expect(hours).toHaveLength(6);
    expect(hours[0]).toEqual({ weekday: 1, opens: '08:30', closes: '17:00' });
    expect(hours[5]!.weekday).toBe(6);
    expect(exceptions).toEqual([{ date: '2026-06-18', opens: null, closes: null }]);
    expect(slotBoxes).toBeNull();
  });

  test('with a time that is none are not sent', async () => {
    const page = await open('points');
    await page.type('Closes', 'late');
    await page.click('Save the pickup point');
    expect(page.text()).toContain('Give a time, such as 18:30.');
    page.http.expectNone('/api/points/shop');
    await page.type('Closes', '24');
    await page.click('Save the pickup point');
    expect(page.http.expectOne('/api/points/shop').request.body).toMatchObject({
      hours: [{ closes: '24:00' }, { closes: '18:00' }],
    });
  });
});

describe('the customers', () => {
  const customers: Customer[] = ['A. Anker', 'B. Anker'].map((name, index) => ({
    id: `anker-${index}`,
    name,
    phone: '050 0199',
    allergies: ['milk'],
    wishes: '',
    version: 1,
  }));

  test('are listed with what they must not have, and changed against the version that was seen', async () => {
    const page = await open('customers', { customers });
    expect(page.page.querySelector('.chooser')!.textContent).toContain('never milk');
    await page.type('Wishes', 'No ribbon');
    await page.click('Save the customer');
    expect(page.http.expectOne({ method: 'PUT', url: '/api/customers/anker-0' }).request.body).toEqual({
      name: 'A. Anker',
      phone: '050 0199',
      allergies: ['milk'],
      wishes: 'No ribbon',
      email: '',
      noMessages: false,
      version: 1,
    });
  });

  test('are put together, into the one that is chosen; what stands in the way is told', async () => {
    const page = await open('customers', { customers });
    await page.type('The same as', 'anker-1');
    await page.click('Merge the two');
    const merge = () => page.http.expectOne('/api/customers/anker-0/merge');
    const first = merge();
    expect(first.request.body).toEqual({ into: 'anker-1' });
    first.flush(
      {
        code: 'invalid-input',
        errors: [{ pointer: '/wishes', code: 'too-long', params: { limit: 300 } }],
        params: {},
      },
      { status: 400, statusText: 'no' },
    );
    await page.settle();
    expect(page.text()).toContain('Too long: 300 characters are the most.');
    await page.click('Merge the two');
    merge().flush(customers[1]!);
    await page.settle();
    expect(page.page.querySelector('.chosen')!.textContent).toContain('B. Anker');
  });

  test('take out what is kept of them', async () => {
    const page = await open('customers', { customers });
    expect(page.page.querySelector('a[download]')!.getAttribute('href')).toBe(
      '/api/customers/anker-0/export',
    );
  });
});

describe('taking out', () => {
  test('shows the calendars’ addresses once there are any, renews and takes them back', async () => {
    const page = await open('out');
    page.http.expectOne({ method: 'GET', url: '/api/feed' }).flush({ token: null });
    await page.settle();
    expect(page.text()).not.toContain('/api/feeds/');
    await page.click('Create an address');
    page.http.expectOne({ method: 'POST', url: '/api/feed' }).flush({ token: 'secret' });
    await page.settle();
    expect(page.text()).toContain('/api/feeds/secret/pickups');
    expect(page.text()).toContain('/api/feeds/secret/kitchen');
    await page.click('Withdraw it');
    page.http.expectOne({ method: 'DELETE', url: '/api/feed' }).error(new ProgressEvent('error'));
    await page.settle();
    expect(page.text()).toContain('The server does not answer.');
    expect(page.text()).toContain('/api/feeds/secret/pickups');
  });
});

describe('the devices', () => {
  const devices = [
    {
      ...{ id: 'd1', name: 'Probe, Bowl A', kind: 'probe', bowl: 'bowl-a', isSimulated: true },
      lastHeardAt: '2026-06-18T08:31:55.000Z',
      last: [{ kind: 'celsius', value: 31.4, at: '2026-06-18T08:31:55.000Z' }],
    },
  ];

  test('say what they said last; a new one gets its token, once', async () => {
    const page = await open('devices');
    page.http.expectOne('/api/devices').flush(devices);
    page.http.expectOne('/api/labels').flush([]);
    await page.settle();
    expect(page.text()).toMatch(/Probe, Bowl A.*simulated.*31\.4 °C.*Thu 18, 11:31/);
    await page.type('Name', 'Long probe');
    await page.click('Add it');
    const request = page.http.expectOne({ url: '/api/devices', method: 'POST' });
    // no place is chosen yet
    expect(request.request.body).toEqual({ name: 'Long probe', kind: 'probe', bowl: '' });
    const error = { pointer: '/bowl', code: 'unknown-reference', params: { value: null, range: 'a bowl' } };
    request.flush({ code: 'invalid-input', errors: [error], params: {} }, { status: 400, statusText: 'x' });
    await page.settle();
    expect(page.text()).toContain('a bowl');
    await page.type('At', ' pots');
    await page.click('Add it');
    const again = page.http.expectOne({ url: '/api/devices', method: 'POST' });
    // a probe at no bowl is for the pots
    expect(again.request.body).toEqual({ name: 'Long probe', kind: 'probe', bowl: null });
    again.flush({ device: { ...devices[0], name: 'Long probe' }, token: 'secret-token' });
    await page.settle();
    expect(page.text()).toContain('secret-token');
  });
});
