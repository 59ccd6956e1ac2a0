import { piecesOfWeight } from '../units/pieces-of-weight';
import { numberOf, readAmount, readBareNumber, readMass } from './amount';
import { matchName, type Named } from './name-match';
import { readNever } from './never';
import { readTelephone } from './telephone';
import { readDay, readTime, type PhraseDay } from './when';
import { wordsOf, type Word } from './words';

/** A piece, and what one weighs, so that it can be ordered by the pound; null where nobody can tell. */
export interface NamedPiece extends Named {
  readonly grams?: number | null;
}

/** What a phrase may name in a workshop. */
export interface Vocabulary {
  readonly pieces: readonly NamedPiece[];
  readonly boxes: readonly Named[];
  readonly points: readonly Named[];
  readonly days: readonly PhraseDay[];
  /** The day at the workshop, 2026-06-18. */
  readonly today: string;
}

/** So many of a piece or a box. */
export interface PhraseLine {
  readonly count: number;
  readonly kind: 'piece' | 'box';
  readonly id: string;
}

/** Why some words are not understood. */
export type Unclear =
  | { readonly kind: 'unknown' }
  /** It may be any of these. */
  | { readonly kind: 'several'; readonly names: readonly string[] }
  /** What is named, but not how many of it. */
  | { readonly kind: 'how-many'; readonly name: string }
  /** How many, but not of what; or not a whole number of it. */
  | { readonly kind: 'of-what' }
  | { readonly kind: 'not-whole'; readonly count: number }
  /** Said twice, and not the same. */
  | { readonly kind: 'twice' };

/** A stretch of the phrase and what it was taken for. */
export interface PhrasePart {
  readonly from: number;
  readonly to: number;
  readonly kind: 'line' | 'day' | 'time' | 'point' | 'customer' | 'phone' | 'never' | 'note' | 'unclear';
  readonly unclear: Unclear | null;
}

/** An order as it was understood; whatever was not is among the parts as unclear, and stands nowhere else. */
export interface Phrase {
  readonly lines: readonly PhraseLine[];
  readonly day: string | null;
  readonly time: string | null;
  readonly point: string | null;
  readonly customer: string | null;
  readonly phone: string | null;
  /** Allergens that must never be in it, by their codes. */
  readonly never: readonly string[];
  readonly note: string | null;
  readonly parts: readonly PhrasePart[];
}

/**
 * Reads an order said in one line, such as “2 dozen dusk berry, 1 twist bag fri 10.30 for Varg”: amounts of pieces and
 * boxes, a day, a time, a pickup point after `at`, `from` or by its name, a customer after `for`, a telephone number, what must never be in it, a note in
 * quotes or after `note`. A mass of a piece is as many as hold at least that; “a dozen, half dusk, half frost” is six of each. Nothing is guessed: a word that is not understood is said to be unclear, with what it may be.
 * Source: shop default.
 */
export function readPhrase(text: string, vocabulary: Vocabulary): Phrase {
  return new PhraseReader(text, vocabulary).read();
}

/** Words that only join others. */
const JOINTS = new Set([',', ';', '+', '&', 'and', 'plus', 'please', 'the', 'on', 'with', 'some']);
const PLACE_WORDS = new Set(['at', 'from', 'in']);
const WHEN_WORDS = new Set([...PLACE_WORDS, 'for', 'on', 'by']);

type Thing = NamedPiece & { readonly kind: 'piece' | 'box' };

type Found = Partial<Record<'day' | 'time' | 'point' | 'customer' | 'phone' | 'note', string>>;

const NOTHING = { day: null, time: null, point: null, customer: null, phone: null, note: null };

class PhraseReader {
  private readonly words: readonly Word[];
  private readonly lines: PhraseLine[] = [];
  private readonly parts: PhrasePart[] = [];
  private readonly found: Found = {};
  private readonly never = new Set<string>();
  private at = 0;

  constructor(
    private readonly text: string,
    private readonly vocabulary: Vocabulary,
  ) {
    this.words = wordsOf(text);
  }

  read(): Phrase {
    const readers = [
      () => this.readNote(),
      () => this.readNever(),
      () => this.readTelephone(),
      () => this.readDay(),
      () => this.readTime(),
      () => this.readHalves(),
      () => this.readByMass(),
      () => this.readLine(),
      () => this.readPoint(),
      () => this.readCustomer(),
      () => this.skipJoint(),
    ];
    while (this.at < this.words.length)
      if (!readers.some((read) => read())) this.takeUnclear(this.at, this.at + 1, { kind: 'unknown' });
    const { lines, parts } = this;
    return { ...NOTHING, ...this.found, never: [...this.never], lines, parts };
  }

  private skipJoint(): boolean {
    if (!JOINTS.has(this.word())) return false;
    this.at++;
    return true;
  }

  /** A note in quotes, or all that follows `note`. */
  private readNote(): boolean {
    const word = this.words[this.at]!;
    if (word.text.startsWith('"')) {
      this.take('note', this.at + 1, word.text.replaceAll('"', '').trim());
      return true;
    }
    if (word.plain !== 'note' && word.plain !== 'note:') return false;
    const next = this.words[this.at + 1];
    this.take('note', this.words.length, next ? this.text.slice(next.from).replaceAll('"', '').trim() : '');
    return true;
  }

  /** What must never be in it; said more than once it adds up. */
  private readNever(): boolean {
    const never = readNever(this.words, this.at);
    if (!never) return false;
    for (const allergen of never.allergens) this.never.add(allergen);
    this.mark('never', this.at, never.next);
    return true;
  }

  private readTelephone(): boolean {
    const found = readTelephone(this.words, this.at, (index) => this.isLineAt(index));
    if (found) this.take('phone', found.next, found.phone);
    return found !== null;
  }

  /** A day, after a word that leads to it or by itself. */
  private readDay(): boolean {
    const day = readDay(this.words, this.whenStart(), this.vocabulary);
    if (day) this.take('day', day.next, day.date);
    return day !== null;
  }

  /** A time; a bare hour only after `at`, or right after the day. */
  private readTime(): boolean {
    const start = this.whenStart();
    if (this.isLineAt(start)) return false;
    const isAfterDay = this.parts.at(-1)?.kind === 'day' && this.found.time === undefined;
    const time = readTime(this.words, start, isAfterDay || this.word() === 'at');
    if (time) this.take('time', time.next, time.time);
    return time !== null;
  }

  private whenStart(): number {
    const isLed = WHEN_WORDS.has(this.word());
    return isLed ? this.at + 1 : this.at;
  }

  private isLineAt(start: number): boolean {
    if (readMass(this.words, start)) return true;
    const amount = readAmount(this.words, start);
    return amount !== null && matchName(this.words, amount.next, this.things()) !== null;
  }

  private things(): Thing[] {
    const { pieces, boxes } = this.vocabulary;
    return [
      ...boxes.map((box) => ({ ...box, kind: 'box' as const })),
      ...pieces.map((piece) => ({ ...piece, kind: 'piece' as const })),
    ];
  }

  /** So much of a piece: as many as hold at least that. */
  private readByMass(): boolean {
    const start = this.at;
    const mass = readMass(this.words, start);
    if (!mass) return false;
    const named = matchName(this.words, mass.next, this.things());
    if (named?.kind === 'several') return this.isSeveral(named, start);
    const thing = named?.thing as Thing | undefined;
    if (!thing?.grams) this.takeUnclear(start, named?.next ?? mass.next, { kind: 'of-what' });
    else this.takeLine({ start, next: named!.next }, piecesOfWeight(mass.value, thing.grams), thing);
    return true;
  }

  /** An amount, perhaps of what several are called, that is half of one and half of another. */
  private readHalves(): boolean {
    const start = this.at;
    const amount = readAmount(this.words, start);
    if (!amount || this.words[start]?.plain === 'half') return false;
    const whole = matchName(this.words, amount.next, this.things());
    const one = this.halfAt(whole?.next ?? amount.next);
    const other = one && this.halfAt(one.next);
    if (!one || !other) return false;
    if (amount.value % 2 !== 0) {
      this.takeUnclear(start, other.next, { kind: 'not-whole', count: amount.value / 2 });
      return true;
    }
    const { kind, id } = one.thing;
    this.lines.push({ count: amount.value / 2, kind, id });
    this.takeLine({ start, next: other.next }, amount.value / 2, other.thing);
    return true;
  }

  /** Half of what is named, after words that only join. */
  private halfAt(from: number): { thing: Thing; next: number } | null {
    let at = from;
    while (JOINTS.has(this.words[at]?.plain ?? '') || this.words[at]?.plain === 'of') at++;
    if (this.words[at]?.plain !== 'half') return null;
    const named = matchName(this.words, at + 1, this.things());
    return named?.kind === 'one' ? { thing: named.thing, next: named.next } : null;
  }

  private isSeveral(named: NonNullable<ReturnType<typeof matchName>>, start: number): boolean {
    if (named.kind !== 'several') return false;
    this.takeUnclear(start, named.next, { kind: 'several', names: named.things.map(({ name }) => name) });
    return true;
  }

  /** So many of something; where the name itself begins with a dozen, the number before it counts the name. */
  private readLine(): boolean {
    const start = this.at;
    const things = this.things();
    const counted = this.countedAt(start);
    if (counted) {
      this.takeLine({ start, next: counted.next }, counted.value, counted.thing);
      return true;
    }
    const named = matchName(this.words, start, things);
    if (named) return this.readNamed(named, start);
    const amount = readAmount(this.words, start);
    if (!amount) return false;
    const several = matchName(this.words, amount.next, things);
    if (!several || !this.isSeveral(several, start))
      this.takeUnclear(start, Math.max(start + 1, amount.next), { kind: 'of-what' });
    return true;
  }

  /** The reading of an amount and one thing that takes in most words. */
  private countedAt(start: number): { value: number; next: number; thing: Thing } | null {
    const readings = [readAmount(this.words, start), readBareNumber(this.words, start)].flatMap(
      (amount, index) => {
        const named = amount && matchName(this.words, amount.next, this.things());
        if (named?.kind !== 'one') return [];
        // a dozen that only begins a name is an amount
        const isCutShort =
          index === 1 && named.next === amount!.next + 1 && readAmount(this.words, amount!.next);
        return isCutShort ? [] : [{ value: amount!.value, next: named.next, thing: named.thing }];
      },
    );
    return readings.reduce<(typeof readings)[number] | null>(
      (best, each) => (best && best.next >= each.next ? best : each),
      null,
    );
  }

  /** A name without an amount before it: the amount may stand after it, as in `twist bag x2`. */
  private readNamed(named: NonNullable<ReturnType<typeof matchName>>, start: number): boolean {
    if (named.kind === 'several') return this.isSeveral(named, start);
    const thing = named.thing as Thing;
    const after = this.words[named.next]?.plain ?? '';
    const count = /^[x×]\d+$/.test(after) ? numberOf(after) : null;
    if (count === null) this.takeUnclear(start, named.next, { kind: 'how-many', name: thing.name });
    else this.takeLine({ start, next: named.next + 1 }, count, thing);
    return true;
  }

  private takeLine(
    { start, next }: { start: number; next: number },
    count: number,
    { id, kind }: Thing,
  ): void {
    if (!Number.isInteger(count) || count < 1) {
      this.takeUnclear(start, next, { kind: 'not-whole', count });
      return;
    }
    this.lines.push({ count, kind, id });
    this.mark('line', start, next);
  }

  /** A pickup point by its name, after `at` or `from` or by itself. */
  private readPoint(): boolean {
    let start = PLACE_WORDS.has(this.word()) ? this.at + 1 : this.at;
    const isLed = start > this.at;
    if (this.words[start]?.plain === 'the') start++;
    const named = matchName(this.words, start, this.pointNames());
    if (named?.kind === 'one' && (isLed || named.next > start)) {
      this.take('point', named.next, named.thing.id);
      return true;
    }
    return false;
  }

  /** Points by their names and by the words in them, without articles. */
  private pointNames(): Named[] {
    return this.vocabulary.points.flatMap(({ id, name }) => {
      const words = name.split(/\s+/).filter((word) => !/^(the|on|at|in|of)$/i.test(word));
      return [name, ...words].map((each) => ({ id, name: each }));
    });
  }

  /** A name after `for`, up to a comma, an amount, a day or a time. */
  private readCustomer(): boolean {
    if (this.word() !== 'for') return false;
    let next = this.at + 1;
    while (next < this.words.length && !this.isNameOver(next)) next++;
    if (next === this.at + 1) return false;
    const name = this.text.slice(this.words[this.at + 1]!.from, this.words[next - 1]!.to);
    this.take('customer', next, name.trim());
    return true;
  }

  private isNameOver(index: number): boolean {
    const { plain, text } = this.words[index]!;
    return (
      [',', ';', '+', '&', 'note', 'note:'].includes(plain) ||
      text.startsWith('"') ||
      (PLACE_WORDS.has(plain) && index > this.at + 1) ||
      readDay(this.words, index, this.vocabulary) !== null ||
      readTime(this.words, index, false) !== null ||
      readNever(this.words, index) !== null ||
      readTelephone(this.words, index, () => false) !== null ||
      /^\d/.test(plain)
    );
  }

  private take(kind: keyof Found, next: number, value: string): void {
    const known = this.found[kind];
    if (known !== undefined && known !== value) {
      this.takeUnclear(this.at, next, { kind: 'twice' });
      return;
    }
    this.found[kind] = value;
    this.mark(kind, this.at, next);
  }

  private takeUnclear(start: number, next: number, unclear: Unclear): void {
    this.mark('unclear', start, next, unclear);
  }

  private mark(
    kind: PhrasePart['kind'],
    start: number,
    ...[next, unclear = null]: [next: number, unclear?: Unclear | null]
  ): void {
    this.parts.push({ from: this.words[start]!.from, to: this.words[next - 1]!.to, kind, unclear });
    this.at = next;
  }

  private word(): string {
    return this.words[this.at]?.plain ?? '';
  }
}
