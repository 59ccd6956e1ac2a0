import { kitchenBook } from '../larder/kitchen-book';
import { piece } from '../../testing/small-piece';
import { workshop } from '../../testing/small-workshop';
import { parcelGramsOf, type ParcelContext } from './parcel-weight';

const sending = { usualCelsius: 18, days: [], isIced: false, parcelGrams: 200, supplies: [] };
const post = { ...workshop.pickupPoints[0]!, id: 'post', sending };
const context: ParcelContext = {
  points: [...workshop.pickupPoints, post],
  pieces: [piece],
  dippery: { coatings: workshop.coatings, ways: workshop.rules.ways },
  weighings: [],
  book: kitchenBook({ ...workshop, coatings: [] }, workshop.coatings),
};
const order = (pickupPoint: string, pieces = 12, id = 'dusk-berry') => ({
  ...{ pickupPoint, pieces: [{ piece: id, pieces }] },
});

describe('the parcel of an order', () => {
  test('weighs what is in it and round it, so much more for each piece more', () => {
    const [one, two] = [1, 2].map((pieces) => parcelGramsOf(order('post', pieces), context)!);
    // a berry of 18 g with its coat of 6.2
    expect(two! - one!).toBeCloseTo(18 + 6.21, 1);
    expect(one! - (two! - one!)).toBeCloseTo(200, 6);
  });

  test('is none where an order is collected, and is not told where a piece is not known', () => {
    expect(parcelGramsOf(order('shop'), context)).toBeNull();
    expect(parcelGramsOf(order('post', 3, 'moonstone'), context)).toBeNull();
  });
});
