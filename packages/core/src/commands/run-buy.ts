import { RecordReader } from '../input/record-reader';
import { coatingNeed, gramsForService, serviceShare, SEASON_PIECES } from '../buying/coating-need';
import { PACK_GRAMS } from '../coating/coating-flow';
import { packsToBuy } from '../buying/packs-to-buy';

const FIELDS = ['pieces', 'reserveG', 'stockG', 'missingCost', 'carryingCost', 'packs'];
const GRAMS = { min: 0, max: 1e6 };

/** The `buy` command: a season's need of one coating, and the packs that meet it. @throws InputError */
export function runBuy(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly(FIELDS);
  const pieces = input.records('pieces').map((piece) => {
    piece.allowOnly(['pieces', 'meanG', 'logSd', 'melts', 'tailG']);
    return {
      pieces: piece.number('pieces', SEASON_PIECES),
      meanGrams: piece.number('meanG', { min: 0.01, max: 500 }),
      logSd: piece.number('logSd', { min: 0, max: 2 }),
      melts: piece.number('melts', { min: 1, max: 10_000, isInteger: true }),
      tailGrams: piece.number('tailG', { min: 0, max: 100_000 }),
    };
  });
  const packs = input.records('packs').map((pack) => {
    pack.allowOnly(['grams', 'priceMinor']);
    return {
      grams: pack.number('grams', PACK_GRAMS),
      priceMinor: pack.number('priceMinor', { min: 0, max: 1e8 }),
    };
  });
  const cost = { min: 1e-9, max: 1e9 };
  const service = serviceShare(input.number('missingCost', cost), input.number('carryingCost', cost));
  const need = coatingNeed(pieces, input.number('reserveG', GRAMS));
  const wantedG = gramsForService(need, service);
  const bought = packsToBuy(wantedG - input.number('stockG', GRAMS), packs);
  return {
    meanG: need.meanGrams,
    sdG: need.sdGrams,
    service,
    wantedG,
    packs: bought.packs,
    boughtG: bought.boughtGrams,
    priceMinor: bought.priceMinor,
  };
}
