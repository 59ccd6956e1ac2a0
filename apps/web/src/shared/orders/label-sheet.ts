import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, signal } from '@angular/core';
import { LABEL_SHEETS, type LabelSheet } from '@alnage/core/papers';
import type { PapersOf } from '../../state/papers-api';
import { length } from '../formats/formats';
import { ChoiceField } from '../forms/choice-field';
import { PaperLink } from '../paper/paper-link';

const SHEET_KEY = 'alnage.label-sheet';

/** Which sheet of labels is in the printer, and the way to what is printed on it. */
@Component({
  selector: 'al-label-sheet',
  imports: [ChoiceField, PaperLink],
  template: `
    <div class="row">
      <al-choice label="Labels" [choices]="sheets" [value]="sheet()" (chosen)="choose($event)" />
    </div>
    <p class="soft">{{ size() }}</p>
    <al-paper [href]="href()" [name]="name()" />
  `,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 12px;
      align-items: center;
    }

    al-choice {
      flex: 1 1 140px;
    }

    p {
      margin: 2px 0 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LabelSheetChoice {
  /** What is printed: an order’s labels, or those of a day. */
  readonly of = input.required<PapersOf>();
  readonly name = input.required<string>();

  protected readonly sheets = LABEL_SHEETS.map((sheet) => ({ id: sheet.id, name: sheetText(sheet) }));
  private readonly known = signal(localStorage.getItem(SHEET_KEY) ?? '');
  protected readonly sheet = linkedSignal(
    () => (LABEL_SHEETS.find(({ id }) => id === this.known()) ?? LABEL_SHEETS[0]!).id,
  );
  protected readonly size = computed(() =>
    sizeText(LABEL_SHEETS.find(({ id }) => id === this.sheet()) ?? LABEL_SHEETS[0]!),
  );
  protected readonly href = computed(
    () => `/api/papers/labels.pdf?${new URLSearchParams({ ...this.of(), sheet: this.sheet() }).toString()}`,
  );

  /** The printer is this device’s, and so is what lies in it. */
  protected choose(id: string): void {
    localStorage.setItem(SHEET_KEY, id);
    this.sheet.set(id);
  }
}

/** 8 on A4; a roll, 100 mm. */
export function sheetText({ id, columns, rows, heightMm }: LabelSheet): string {
  if (id.startsWith('roll')) return `roll, ${length(heightMm)}`;
  return `${columns * rows} on ${id.startsWith('a4') ? 'A4' : 'Letter'}`;
}

/** How large one of them is. */
export function sizeText({ widthMm, heightMm }: LabelSheet): string {
  return `Each ${length(widthMm)} by ${length(heightMm)}.`;
}
