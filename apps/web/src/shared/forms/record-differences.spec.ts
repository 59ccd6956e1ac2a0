import { recordDifferences } from './record-differences';

test('two versions differ field by field, in words; what only the server adds is none', () => {
  const mine = { name: 'Dark', thinnedPercent: 1, packs: [{ grams: 2500, priceMinor: 4250 }], parts: [] };
  const theirs = {
    ...mine,
    id: 'dark',
    version: 3,
    thinnedPercent: 0,
    packs: [{ grams: 2500, priceMinor: 4400 }],
  };
  expect(recordDifferences(theirs, mine)).toEqual([
    { field: 'thinned percent', theirs: '0', mine: '1' },
    { field: 'packs 1 price minor', theirs: '4400', mine: '4250' },
  ]);
  expect(recordDifferences({ ...mine, id: 'x' }, mine)).toEqual([]);
});

test('what one has and the other has not is told as nothing', () => {
  expect(recordDifferences({ form: null }, { form: { kind: 'round', rimMm: 200 } })).toContainEqual({
    field: 'form rim mm',
    theirs: 'nothing',
    mine: '200',
  });
});
