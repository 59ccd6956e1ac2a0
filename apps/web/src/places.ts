/** The places of the workshop in the order of work; the digit of a place stays its own as others are added. */
export const PLACES = [
  { path: 'season', name: 'Season', digit: '1' },
  { path: 'orders', name: 'Orders', digit: '2' },
  { path: 'pieces', name: 'Pieces', digit: '3' },
  { path: 'larder', name: 'Larder', digit: '4' },
  { path: 'plan', name: 'Plan', digit: '5' },
  { path: 'bench', name: 'Bench', digit: '6' },
  { path: 'counter', name: 'Counter', digit: '7' },
  { path: 'ledger', name: 'Ledger', digit: '8' },
  { path: 'practice', name: 'Practice', digit: '9' },
] as const;
