import { piece } from '../../testing/small-piece';
import { workshop } from '../../testing/small-workshop';
import { wayText } from './way-words';

const quay = { ...workshop.pickupPoints[1]!, journeyMinutes: 60, wayCelsius: 26 };
const zones = [{ id: 'fridge', name: 'Fridge', trays: 10, celsius: 6, version: 1 }];
const route = [{ ...piece.route[0]!, rest: { ...piece.route[0]!.rest, zone: 'fridge' } }];
const berry = { ...piece, family: 'berry' as const, route };

test('the way to a pickup point says what its warmth does, and when what is sent leaves', () => {
  // kept at 6 °C, three times as fast for each ten degrees: nine hours for one, eight more than it takes
  expect(wayText(quay, [berry], { zones })).toBe(
    `At 26 °C on the way, ${berry.name.toLowerCase()} ages 8 h more than the way takes.`,
  );
  expect(wayText({ ...quay, wayCelsius: null }, [berry], { zones })).toBe('');
  expect(wayText({ ...quay, wayCelsius: 6 }, [berry], { zones })).toBe('');
  expect(wayText(quay, [], { zones })).toBe('');
  expect(wayText(undefined, [berry], { zones })).toBe('');
  const sending = { usualCelsius: 26, days: [], isIced: true, parcelGrams: 200, supplies: [] };
  // ice takes eight degrees off
  expect(wayText({ ...quay, wayCelsius: null, sending }, [berry], { zones })).toBe(
    `It arrives then, and leaves the shop 1 h before. At 18 °C on the way, ${berry.name.toLowerCase()} ages 2 h 45 more than the way takes.`,
  );
});
