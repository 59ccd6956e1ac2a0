import { FIELD_CODES, PROBLEMS, type ProblemDocument } from '@alnage/contract';
import { FIELD_TEXT, PROBLEM_TEXT, fieldTexts, troubleText } from './problem-text';

describe('every error code', () => {
  test('of the registry has a text of its own', () => {
    const codes = [...Object.keys(PROBLEMS), 'no-answer', 'no-connection'].sort();
    expect(Object.keys(PROBLEM_TEXT).sort()).toEqual(codes);
    expect(new Set(Object.values(PROBLEM_TEXT)).size).toBe(codes.length);
  });

  test('of a field has a text that needs no more than its parameters', () => {
    for (const code of FIELD_CODES) {
      const text = FIELD_TEXT[code]({ limit: 5, value: 'x', range: '1..2', now: 'n', first: 'f', last: 'l' });
      expect(text.length).toBeGreaterThan(8);
      expect(text).not.toContain('undefined');
    }
  });
});

test('a field’s texts are those with its pointer', () => {
  const trouble = {
    code: 'invalid-input',
    errors: [
      { pointer: '/customer', code: 'too-long', params: { limit: 120 } },
      { pointer: '/pickup', code: 'pickup-past', params: { now: '2026-06-18T11:32' } },
    ],
  } as unknown as ProblemDocument;
  expect(fieldTexts(trouble, '/customer')).toEqual(['Too long: 120 characters are the most.']);
  expect(fieldTexts(trouble, '/pickup')).toEqual(['That is in the past: it is 2026-06-18 11:32 now.']);
  expect(fieldTexts(trouble, '/note')).toEqual([]);
  expect(fieldTexts(null, '/note')).toEqual([]);
  expect(troubleText(trouble)).toContain('another look');
});
