export type { Named } from './name-match';
export {
  readPhrase,
  type NamedPiece,
  type Phrase,
  type PhraseLine,
  type PhrasePart,
  type Unclear,
  type Vocabulary,
} from './read-phrase';
export type { PhraseDay } from './when';
export { plainText } from './words';
