import { describe, expect, test } from 'vitest';
import { guessedMapping, readTable } from './read-table';

describe('a list', () => {
  test.each([
    ['commas', 'who,what\nA,"1 bag, 2 boxes"'],
    ['semicolons', 'who;what\r\nA;1 bag, 2 boxes\r\n'],
    ['tabs', 'who\twhat\nA\t1 bag, 2 boxes\n\n'],
    ['a mark at its beginning', '\uFEFFwho,what\nA,"1 bag, 2 boxes"'],
    ['space around its cells', ' who , what \n A , "1 bag, 2 boxes" '],
  ])('with %s is read cell by cell', (_name, text) => {
    const { columns, rows } = readTable(text);
    expect(columns).toEqual(['who', 'what']);
    expect(rows).toEqual([{ line: 2, cells: ['A', '1 bag, 2 boxes'] }]);
  });

  test('tells its lines as its file has them, quoted line breaks and empty lines included', () => {
    const { rows } = readTable('who,note\nA,"two\nlines"\n\nB,x');
    expect(rows.map(({ line }) => line)).toEqual([3, 5]);
  });

  test('gives back what was made harmless, and leaves other apostrophes', () => {
    const { rows } = readTable("who,note\n'=1+1,'tis\n'-5,'");
    expect(rows.map(({ cells }) => cells)).toEqual([
      ['=1+1', "'tis"],
      ['-5', "'"],
    ]);
  });

  test('has its columns by their heads, whatever their case; none where no head says so', () => {
    expect(guessedMapping(['Ticket', 'WHAT', 'Client', 'Pickup date', 'Hour', 'Place'])).toEqual({
      customer: 2,
      day: 3,
      time: 4,
      point: 5,
      what: 1,
      note: null,
      phone: null,
      never: null,
    });
    expect(guessedMapping(['Telephone', 'Must never have'])).toMatchObject({ phone: 0, never: 1 });
  });
});
