import { units } from '../shared/units/units';
import type { Holiday, HolidayCountry } from '@alnage/contract';
import { render, type RenderOptions } from '../testing/render';
import { workshop } from '../testing/small-workshop';
import { WorkshopPage } from './workshop-page';

async function open(section: string, options: RenderOptions = {}) {
  const page = await render(WorkshopPage, options);
  page.fixture.componentRef.setInput('section', section);
  await page.settle();
  return page;
}

describe('the people', () => {
  test('are described with skills, weeks, dates that differ and absences', async () => {
    const page = await open('people');
    await page.click('New person');
    await page.type('Name', 'Ilo');
    await page.type('Takes, of the standard time', '95');
    await page.click('pack');
    await page.click('Add a day');
    await page.click('Add a shift');
    await page.click('Add an absence');
    await page.type('Why', 'wedding');
    await page.click('Save the person');
    expect(page.http.expectOne({ method: 'POST', url: '/api/people' }).request.body).toEqual({
      name: 'Ilo',
      pace: 95,
      skills: ['pack'],
      week: [{ weekday: 1, starts: '08:00', ends: '16:00' }],
      shifts: [{ day: '2026-06-18', starts: '08:00', ends: '16:00' }],
      absences: [{ from: '2026-06-18', to: '2026-06-18', why: 'wedding' }],
    });
  });

  test('with a pace that cannot be are not sent, and say why', async () => {
    const page = await open('people');
    await page.type('Takes, of the standard time', '5');
    await page.click('Save the person');
    page.http.expectNone('/api/people/runa');
    expect(page.text()).toContain('5 will not do: 20 to 300, whole.');
  });
});

describe('the seasons', () => {
  test('take holidays of the country, own events, and pieces with terms of their own', async () => {
    const page = await open('seasons');
    await new Promise((done) => setTimeout(done, 400));
    const holidays: Holiday[] = [
      { date: '2026-06-19', name: 'Midsummer Eve', isPublic: false },
      { date: '2026-06-19', name: 'Boat day', isPublic: false },
    ];
    page.http.expectOne('/api/holidays?from=2026-06-18&to=2026-06-19').flush(holidays);
    await page.settle();
    expect(page.text()).not.toContain('+ Midsummer Eve');
    await page.click('+ Boat day, Fri 19 Jun');
    await page.click('Add a piece');
    await page.type('Target', '120');
    await page.type('Order by, day', '2026-06-18');
    await page.type('and time', '9.30');
    await page.type('Or before pickup', '12');
    await page.type('From', '2026-06-19');
    await page.click('Save the season');
    const { id: _id, ...season } = workshop.seasons[0]!;
    expect(page.http.expectOne({ method: 'PUT', url: '/api/seasons/midsummer' }).request.body).toEqual({
      ...season,
      holidays: [...season.holidays, { date: '2026-06-19', name: 'Boat day' }],
      offers: [
        {
          piece: 'dusk-berry',
          from: '2026-06-19',
          to: null,
          orderBy: '2026-06-18T09:30',
          hoursBefore: 12,
          targetPieces: 120,
          isClosed: false,
        },
      ],
    });
  });

  test('that are refused tell it at their field', async () => {
    const page = await open('seasons');
    await page.click('Save the season');
    page.http.expectOne('/api/seasons/midsummer').flush(
      {
        code: 'invalid-input',
        params: {},
        errors: [
          { pointer: '/endsOn', code: 'orders-outside', params: { value: 3 } },
          { pointer: '/startsOn', code: 'seasons-cross', params: { other: 'Midwinter' } },
        ],
      },
      { status: 400, statusText: 'no' },
    );
    await page.settle();
    expect(page.text()).toContain('3 orders would lie outside the season then.');
    expect(page.text()).toContain('Some of these days belong to Midwinter already.');
  });
});

describe('the shop', () => {
  test('says where it is, what it is paid in, and which season is in use', async () => {
    const page = await open('shop');
    const countries: HolidayCountry[] = [
      { id: 'FI', name: 'Finland', regions: [] },
      { id: 'DE', name: 'Germany', regions: [{ id: 'BW', name: 'Baden-Württemberg' }] },
    ];
    page.http.expectOne('/api/countries').flush(countries);
    await page.settle();
    expect((page.field('Holidays of') as HTMLSelectElement).value).toBe('FI');
    await page.type('Holidays of', 'DE');
    await page.type('Region', 'BW');
    await page.type('Its name', 'Skerry & Sons');
    await page.click('Save the details');
    expect(page.http.expectOne({ method: 'PUT', url: '/api/details' }).request.body).toEqual({
      ...workshop.details,
      name: 'Skerry & Sons',
      country: 'DE',
      region: 'BW',
      address: '',
      labelWords: '',
    });
  });
});

describe('a shop that is new', () => {
  test('starts in time zone and currency of the device, says so, and offers its units', async () => {
    const details = { ...workshop.details, timeZone: 'UTC', version: 1 };
    const page = await open('shop', { workshop: { ...workshop, details } });
    const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
    expect((page.field('Its time zone') as HTMLSelectElement).value).toBe(timeZone);
    expect(page.text()).toContain('Time zone and currency are those of this device.');
    expect(navigator.language).toBe('en-US');
    expect(page.field('Its currency').value).toBe('USD');
    await page.click('Use these units');
    expect(units()).toMatchObject({ temperature: 'F', mass: 'oz', clock: '12' });
    expect(page.text()).not.toContain('Use these units');
    await page.click('Save the details');
    const { request } = page.http.expectOne({ method: 'PUT', url: '/api/details' });
    expect(request.body).toMatchObject({ timeZone });
  });
});

describe('a pickup point', () => {
  test('sends orders once somebody says so, with how warm the way is and what a parcel takes', async () => {
    const page = await open('points');
    await page.click('New pickup point');
    await page.type('Name', 'By courier');
    expect(page.text()).not.toContain('Warmest, usually');
    await page.click('orders are sent from here, by post or courier');
    expect(page.text()).toContain('An order’s hour is when it arrives');
    await page.type('On its way', '48');
    await page.type('Warmest, usually', '21.5');
    await page.type('Parcel, empty', '310');
    await page.click('with an ice pack, insulated');
    await page.click('Saturday');
    await page.click('Sunday');
    await page.click('Add a day');
    await page.type('Warmest then', '60');
    await page.click('Save the pickup point');
    expect(page.text()).toContain('60 will not do');
    page.http.expectNone('/api/points');
    await page.type('Warmest then', '27');
    await page.click('Save the pickup point');
    expect(page.http.expectOne('/api/points').request.body).toMatchObject({
      journeyMinutes: 2880,
      sending: {
        ...{ usualCelsius: 21.5, isIced: true, parcelGrams: 310, supplies: [] },
        days: [{ date: '2026-06-18', celsius: 27 }],
        collectsOn: [1, 2, 3, 4, 5],
      },
    });
  });
});

describe('the moulds', () => {
  test('are described by what one casts and how many there are', async () => {
    const moulds = [{ id: 'rounds', name: 'Rounds', cavities: 24, count: 4, version: 1 }];
    const page = await open('moulds', { workshop: { ...workshop, moulds } });
    expect(page.page.querySelector('.chooser')!.textContent).toMatch(/4 moulds of 24\s*96 pieces/);
    await page.type('There are', '5');
    await page.click('Save the mould');
    expect(page.http.expectOne({ method: 'PUT', url: '/api/moulds/rounds' }).request.body).toEqual({
      ...{ name: 'Rounds', cavities: 24, count: 5, version: 1 },
    });
  });
});
