import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  output,
  signal,
  untracked,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { readPhrase, type Phrase } from '@alnage/core/phrasing';
import { Store } from '@ngrx/store';
import { EntryField } from '../../shared/forms/entry-field';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { keptDraft } from './kept-draft';
import { corrections, namedPieces, understood, vocabularyOf, type Correction } from './phrase-words';

/** An order said in one line: what is understood is shown word by word, and what is not can be put right in place. */
@Component({
  selector: 'al-order-phrase',
  imports: [EntryField, MatButtonModule],
  template: `
    <al-entry
      label="Say it in one line"
      placeholder="2 dozen dusk berry, 1 twist bag fri 10.30 for Varg"
      describedBy="al-understood"
      [value]="text()"
      (typed)="read($event)"
    />
    <div #words id="al-understood" aria-live="polite">
      @if (said().length > 0) {
        <ul class="said" aria-label="Understood">
          @for (each of said(); track $index) {
            <li>
              <small>{{ each.label }}</small> {{ each.text }}
            </li>
          }
        </ul>
      }
      @if (isAsked() && unclear().length > 0) {
        <p class="over" role="alert">
          Not taken yet: what is not understood is put right or removed first, so that nothing is left out.
        </p>
      }
      @for (each of unclear(); track each.part.from) {
        <p class="unclear">
          <span class="over">“{{ each.words }}” {{ each.why }}</span>
          @for (offer of each.offers; track offer) {
            <button matButton="outlined" type="button" (click)="putRight(each, offer)">{{ offer }}</button>
          }
          <button matButton="outlined" type="button" (click)="putRight(each, '')">Remove it</button>
        </p>
      }
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
    }
    .said {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    small {
      color: var(--soft-ink);
    }
    .unclear {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 8px;
      align-items: center;
      margin-top: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderPhrase {
  /** What a line says, whenever it is written on; what was said before is not said again. */
  readonly understood = output<Partial<Phrase>>();

  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly field = viewChild(EntryField);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly names = this.store.selectSignal(workshopFeature.selectPieceNames);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly dippery = this.store.selectSignal(workshopFeature.selectDippery);
  private readonly vocabulary = computed(() => {
    const workshop = this.workshop();
    const now = untracked(this.clock.now);
    return workshop && vocabularyOf(workshop, namedPieces(this.pieces(), this.dippery()), now);
  });
  /** What is said, to go on with where it was half written. */
  readonly text = signal(keptDraft()?.said ?? '');
  private readonly workedBy = viewChild<ElementRef<HTMLElement>>('words');
  /** Whether somebody wanted to go on with words that were not understood. */
  protected readonly isAsked = signal(false);
  private readonly phrase = computed(() => {
    const vocabulary = this.vocabulary();
    return vocabulary ? readPhrase(this.text(), vocabulary) : null;
  });
  protected readonly said = computed(() => {
    const phrase = this.phrase();
    const workshop = this.workshop();
    return phrase && workshop ? understood(phrase, workshop, this.names()) : [];
  });
  readonly unclear = computed((): readonly Correction[] => {
    const phrase = this.phrase();
    return phrase ? corrections(this.text(), phrase) : [];
  });

  constructor() {
    afterNextRender(() => this.focus());
  }

  /** Reads the line at once: who presses Enter right after the last letter means that one as well. */
  protected read(text: string): void {
    const before = this.phrase();
    this.isAsked.set(false);
    this.text.set(text);
    const phrase = this.phrase();
    if (phrase) this.understood.emit(newIn(phrase, before));
  }

  focus(): void {
    this.field()?.focus();
  }

  /** Says what still stands in the way, and goes to where it can be put right. */
  askAgain(): void {
    this.isAsked.set(true);
    const first = this.workedBy()?.nativeElement.querySelector<HTMLElement>('.unclear button');
    if (first) first.focus();
    else this.focus();
  }

  /** Puts other words in place of those that were not understood. */
  protected putRight({ part }: Correction, offer: string): void {
    const text = this.text();
    this.read((text.slice(0, part.from) + offer + text.slice(part.to)).replace(/ {2,}/g, ' ').trim());
    this.focus();
  }
}

/** The parts of a phrase that were not in the one before it, so that what was put right by hand meanwhile stays. */
function newIn(phrase: Phrase, before: Phrase | null): Partial<Phrase> {
  const isNew = ([part, said]: [string, unknown]): boolean =>
    JSON.stringify(said) !== JSON.stringify(before?.[part as keyof Phrase]);
  return Object.fromEntries(Object.entries(phrase).filter(isNew));
}
