import type { Piece } from '@alnage/contract';
import { warmthText } from '../shared/bench/warmth-words';
import { piece } from '../testing/small-piece';
import { workshop } from '../testing/small-workshop';

const FRIDGE = { ...workshop.zones[0]!, id: 'fridge', name: 'Fridge', celsius: 4 };
const shop = { ...workshop, zones: [FRIDGE] };
const stage = (id: string, coat: 'first' | null) => ({
  ...piece.route[0]!,
  ...{ id, coat, rest: { ...piece.route[0]!.rest, zone: 'fridge' } },
});
const ROUTE = [stage('roll', null), stage('dip', 'first'), stage('pack', null)];
const of = (family: Piece['family']): Piece => ({
  ...piece,
  ...{ family, route: ROUTE },
  form: {
    ...(piece.form as Extract<Piece['form'], { kind: 'dipped' }>),
    ...{ centre: 'fat', centreGrams: 9, shape: { kind: 'sphere', diameterMm: 24 } },
  },
});
const told = (
  family: Piece['family'],
  at: string,
  roomCelsius: number | null,
  humidity: number | null = null,
) => warmthText(of(family), at, { workshop: shop, air: { roomCelsius, humidity } });

describe('the warmth at the bench', () => {
  test('holds centres out of the cold back until their coat does not crack', () => {
    expect(told('truffle', 'dip', 20)).toMatch(
      /^Centres out of the fridge are at 4 °C; below 14 °C the coat cracks: about \d+ min in the room, 20 °C, brings them there/,
    );
    expect(told('truffle', 'dip', 13)).toContain('the room, 13 °C, does not warm them so far');
    // chilled to keep their form, and dipped so
    expect(told('nut-butter-ball', 'dip', 20)).toBe('');
    expect(told('truffle', 'pack', 20)).toBe('');
  });

  test('says that the table is too warm for soft dough, with what helps, and nothing of a cool one', () => {
    expect(told('nut-butter-ball', 'roll', 24)).toContain('At 24 °C the table is warm for soft dough');
    expect(told('nut-butter-ball', 'roll', 24)).toContain('2% of icing sugar');
    expect(told('nut-butter-ball', 'roll', 24, 75)).toContain('4% of icing sugar');
    expect(told('nut-butter-ball', 'roll', 19)).toBe('');
    expect(told('nut-butter-ball', 'roll', null)).toBe('');
    expect(told('truffle', 'roll', 24)).toBe('');
  });
});
