import type { Customer } from '@alnage/contract';
import { customerMeant, customersLike } from './customer-words';

const customer = (name: string, phone = ''): Customer => ({
  id: name,
  name,
  phone,
  allergies: [],
  wishes: '',
  version: 1,
});
const customers = [
  customer('M. Sjögård', '050 0117'),
  customer('S. Koivu'),
  customer('S. Koivula', '050 0118'),
];
const idsOf = (typed: string): string[] => customersLike(customers, typed).map(({ id }) => id);

test('a customer is meant by the whole name or telephone, whatever its case, accents and white space', () => {
  expect(customerMeant(customers, 'm sjogard')?.name).toBe('M. Sjögård');
  expect(customerMeant(customers, '0500118')?.name).toBe('S. Koivula');
  expect(customerMeant(customers, 's. koivu')?.name).toBe('S. Koivu');
  expect(customerMeant(customers, 'koivu')).toBeNull();
  // an empty telephone is nobody's
  expect(customerMeant(customers, ' ')).toBeNull();
});

test('customers are offered by part of a name or telephone, none once one is said', () => {
  expect(idsOf('koi')).toEqual(['S. Koivu', 'S. Koivula']);
  expect(idsOf('0500')).toEqual(['M. Sjögård', 'S. Koivula']);
  expect(idsOf('k')).toEqual([]);
  expect(idsOf('S. Koivu')).toEqual([]);
  expect(customersLike(customers, '050', 1)).toHaveLength(1);
});
