import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  IMPORT_FIELDS,
  IMPORT_TEXT_MOST,
  type AllergyWaiver,
  type FieldCode,
  type FieldProblem,
  type ImportField,
  type ImportMapping,
  type ImportReport,
} from '@alnage/contract';
import { Store } from '@ngrx/store';
import { ChoiceField, choicesOf, type Choice } from '../../shared/forms/choice-field';
import { count, counted } from '../../shared/formats/formats';
import { ALLERGY_FAULTS, AllergyQuestion } from '../../shared/orders/allergy-question';
import { FIELD_TEXT, otherFieldTexts, troubleText, withPieceName } from '../../shared/problem-text';
import { Api } from '../../state/api';
import { workshopFeature } from '../../state/workshop.state';
import { troubleOf } from '../../state/problem';
import { FileChoice } from '../../shared/forms/file-choice';

const FIELD_WORDS: Readonly<Record<ImportField, string>> = {
  customer: 'Who',
  day: 'Day',
  time: 'Time',
  point: 'Pickup point',
  what: 'What is ordered',
  note: 'Note',
  phone: 'Telephone',
  never: 'Must never have',
};

const TOLD_OR_NOT = {
  silent: 'are told nothing',
  told: 'are told and reminded',
} as const;

/** A list of orders from elsewhere: its columns are said, its lines looked at, then all are brought in or none. */
@Component({
  selector: 'al-bring-in',
  imports: [FileChoice, AllergyQuestion, ChoiceField, MatButtonModule],
  template: `
    <section class="card" aria-label="Import orders">
      <h2>Import orders</h2>
      <p class="soft">
        A list with a head, its cells apart by comma, semicolon or tab, in UTF-8. What is ordered is read as
        one says it: “2 dozen berries, 1 twist bag”. The same list again adds nothing twice. The orders come
        in as promised; the next plan tells what of them cannot be met.
      </p>
      <al-file #file label="List of orders" accept=".csv,.tsv,.txt,text/csv" (picked)="read($event)" />
      @if (trouble(); as text) {
        <p class="note over" role="alert">{{ text }}</p>
      }
      @if (report(); as report) {
        <div class="row">
          @for (field of fields; track field) {
            <al-choice
              [label]="words[field]"
              [value]="chosenColumn(report, field)"
              [choices]="columns()"
              (chosen)="map(field, $event)"
            />
          }
        </div>
        <p role="status">
          {{ counted(report.total, 'line') }}: {{ count(report.fresh) }} to import,
          {{ count(report.known) }} already there,
          <span [class.over]="report.faulty > 0">{{ count(report.faulty) }} with faults</span>
        </p>
        @if (report.lines.length > 0) {
          <div class="scroll">
            <table class="ruled" aria-label="Lines of the list">
              <thead>
                <tr>
                  <th scope="col">Line</th>
                  <th scope="col">Who</th>
                  <th scope="col">Pickup</th>
                  <th scope="col">Where</th>
                  <th scope="col">What</th>
                  <th scope="col">Standing</th>
                </tr>
              </thead>
              <tbody>
                @for (row of rows(); track row.line) {
                  <tr>
                    <th scope="row" class="figure">{{ row.line }}</th>
                    <td>{{ row.customer }}</td>
                    <td class="figure">{{ row.pickup }}</td>
                    <td>{{ row.point }}</td>
                    <td>{{ row.what }}</td>
                    <td [class.over]="row.isFaulty">{{ row.standing }}</td>
                  </tr>
                }
              </tbody>
            </table>
          </div>
        }
        @if (clashes().length > 0) {
          <al-allergy-question
            heading="orders of this list are not for their customers"
            way="Take them out of the list."
            verb="Let them come in knowingly"
            [faults]="clashes()"
            (answered)="takeKnowingly($event)"
          />
        }
        @if (waiver(); as waiver) {
          <p class="note over" role="status">
            What its customers must never have comes in all the same: {{ waiver.reason }} ({{ waiver.name }}).
          </p>
        }
        <al-choice
          label="Their customers"
          [choices]="toldOrNot"
          [value]="whetherTold()"
          (chosen)="whetherTold.set($event)"
        />
        <div class="row">
          <button matButton="outlined" type="button" (click)="leave(file)">Cancel</button>
          <button
            matButton="filled"
            type="button"
            [disabled]="isBusy() || report.faulty > 0 || report.fresh === 0"
            (click)="take(file)"
          >
            Import {{ counted(report.fresh, 'order') }}
          </button>
        </div>
      }
      @if (done(); as text) {
        <p class="note" role="status">{{ text }}</p>
      }
    </section>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    .scroll {
      overflow: auto;
      max-height: 420px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BringIn {
  private readonly api = inject(Api);
  private readonly names = inject(Store).selectSignal(workshopFeature.selectPieceNames);
  private readonly text = signal('');
  private readonly mapping = signal<ImportMapping | null>(null);
  protected readonly waiver = signal<AllergyWaiver | null>(null);
  protected readonly report = signal<ImportReport | null>(null);
  protected readonly trouble = signal('');
  protected readonly done = signal('');
  protected readonly isBusy = signal(false);
  protected readonly toldOrNot = choicesOf(TOLD_OR_NOT);
  protected readonly whetherTold = signal<keyof typeof TOLD_OR_NOT>('silent');
  protected readonly fields = IMPORT_FIELDS;
  protected readonly words = FIELD_WORDS;
  protected readonly count = count;
  protected readonly counted = counted;
  protected readonly columns = computed((): readonly Choice[] => [
    { id: '', name: 'no column' },
    ...(this.report()?.columns ?? []).map((name, index) => ({
      id: String(index),
      name: name || `column ${index + 1}`,
    })),
  ]);
  protected readonly rows = computed(() =>
    (this.report()?.lines ?? []).map((line) => {
      const text = line.faults
        .map(({ code, params }) => FIELD_TEXT[code as FieldCode](withPieceName(params, this.names())))
        .join(' ');
      return {
        ...line,
        pickup: line.pickup.replace('T', ' '),
        isFaulty: text !== '',
        standing: text || (line.isKnown ? 'there already' : 'to import'),
      };
    }),
  );

  /** What of the list its customers must never have. */
  protected readonly clashes = computed((): readonly FieldProblem[] =>
    (this.report()?.lines ?? []).flatMap(({ faults }) =>
      faults
        .filter(({ code }) => ALLERGY_FAULTS.includes(code))
        .map(({ code, params }) => ({ pointer: '/text', code: code as FieldCode, params })),
    ),
  );

  /** Looks at the list again with somebody who answers for it. */
  protected takeKnowingly(waiver: AllergyWaiver): void {
    this.waiver.set(waiver);
    this.ask(false);
  }

  protected chosenColumn({ mapping }: ImportReport, field: ImportField): string {
    const column = mapping[field] ?? null;
    return column === null ? '' : String(column);
  }

  /** Reads a file; what is not UTF-8, or too large, is told and not sent. */
  protected async read(file: File): Promise<void> {
    this.forget();
    if (file.size > 4 * IMPORT_TEXT_MOST) {
      this.trouble.set(`${file.name} is too large: 16 MB are the most. Split it.`);
      return;
    }
    try {
      this.text.set(new TextDecoder('utf-8', { fatal: true }).decode(await file.arrayBuffer()));
    } catch {
      this.trouble.set(`${file.name} is not in UTF-8. Save it as “CSV UTF-8” and choose it again.`);
      return;
    }
    this.ask(false);
  }

  protected map(field: ImportField, column: string): void {
    const before = this.report()!.mapping;
    this.mapping.set({ ...before, [field]: column === '' ? null : Number(column) });
    this.ask(false);
  }

  protected take(file: FileChoice): void {
    this.ask(true, file);
  }

  protected leave(file: FileChoice): void {
    file.clear();
    this.forget();
  }

  private ask(isWanted: boolean, file?: FileChoice): void {
    this.trouble.set('');
    this.isBusy.set(true);
    const waiver = this.waiver();
    const despiteAllergy = waiver ? { despiteAllergy: waiver } : {};
    this.api
      .importOrders({
        ...{ text: this.text(), mapping: this.mapping(), isWanted },
        ...(this.whetherTold() === 'told' && { isTold: true }),
        ...despiteAllergy,
      })
      .subscribe({
        next: (report) => {
          this.isBusy.set(false);
          this.report.set(report);
          if (!isWanted || !file) return;
          this.leave(file);
          this.done.set(`${counted(report.taken, 'order')} imported.`);
        },
        error: (error: unknown) => {
          this.isBusy.set(false);
          const trouble = troubleOf(error);
          const [text] = otherFieldTexts(trouble, () => false);
          this.trouble.set(text ?? troubleText(trouble));
        },
      });
  }

  private forget(): void {
    this.text.set('');
    this.mapping.set(null);
    this.report.set(null);
    this.waiver.set(null);
    this.trouble.set('');
    this.done.set('');
    this.whetherTold.set('silent');
  }
}
