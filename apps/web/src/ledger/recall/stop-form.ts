import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import {
  CAUSE_LENGTH,
  CUSTOMER_LENGTH,
  STOP_REASON_LENGTH,
  type PieceMovesDraft,
  type RecallAsk,
  type RecallTold,
} from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { nameControl, TextField } from '../../shared/forms/text-field';
import { counted, listed } from '../../shared/formats/formats';
import { troubleText } from '../../shared/problem-text';
import { CounterApi } from '../../state/counter-api';
import { MessagesApi } from '../../state/messages-api';
import { troubleOf } from '../../state/problem';
import { personName } from '../../shared/person/person-name';
import { RecallActions, recallFeature } from '../../state/recall.state';
import { workshopFeature } from '../../state/workshop.state';

const KIND_WORDS = { real: 'a recall', practice: 'a practice' } as const;

/** Stops what something leads to and is still here, and prints whom to tell. */
@Component({
  selector: 'al-stop-form',
  imports: [MatButtonModule, ChoiceField, TextField],
  template: `
    <h2>Stop what is here</h2>
    <form novalidate aria-label="Stop what is here" (submit)="$event.preventDefault(); stop()">
      <al-text label="Why" wanted="Say why." at="/reason" [control]="form.controls.reason" />
      <al-text label="Your name" wanted="Give your name." at="/name" [control]="form.controls.name" />
      <al-choice label="This is" [control]="form.controls.kind" [choices]="kinds" />
      @if (isStopped()) {
        <p class="note over">It is stopped.</p>
        @if (here().length > 0) {
          <button matButton="outlined" type="button" [disabled]="isThrowing()" (click)="throwAway()">
            Write off what is here: {{ counted(piecesHere(), 'piece') }}
          </button>
        }
        @if (thrown(); as text) {
          <p class="note care" role="status">{{ text }}</p>
        }
      } @else {
        <button matButton="filled" type="submit" [disabled]="isBusy()">
          {{ isPractice() ? 'Practise it' : 'Stop it' }}
        </button>
      }
      <p class="soft">
        {{
          isPractice()
            ? 'Nothing is refused; that it was practised is kept.'
            : 'The larder gives nothing more of it, the bench begins nothing with it, and none of it goes on the shelf or over the counter, until it is let go with a reason. What orders lack by it is told at the bench.'
        }}
      </p>
    </form>
    <h2>Whom to tell</h2>
    @if (told(); as told) {
      <p class="note care" role="status">{{ told }}</p>
    }
    <button matButton="outlined" type="button" [disabled]="isPractice() || isTelling()" (click)="tell()">
      Tell them by message
    </button>
    <p class="soft">
      Everybody whose order has left the shop, at once, in the words under Workshop, Messages; each once. A
      practice tells nobody.
    </p>
    <h2>On paper</h2>
    <p class="papers">
      <a matButton="outlined" target="_blank" [href]="'/api/recall/letters.pdf?' + query()">Letters</a>
      <a matButton="outlined" target="_blank" [href]="'/api/recall/report.pdf?' + query()">Report</a>
      <a matButton="outlined" [href]="'/api/recall/list.csv?' + query()" download="recall.csv">List</a>
    </p>
    <p class="soft">
      A letter to each customer whose order has left the shop, with what you wrote as the reason.
    </p>
  `,
  styles: `
    form {
      display: grid;
      gap: 8px;
      justify-items: start;
    }

    al-text,
    al-choice {
      width: 100%;
    }

    h2:not(:first-child) {
      margin-top: 20px;
    }

    .papers {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StopForm {
  readonly ask = input.required<RecallAsk>();
  readonly isStopped = input.required<boolean>();
  /** What of it was made and is still here. */
  readonly here = input<readonly PieceMovesDraft['from'][number][]>([]);

  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly messages = inject(MessagesApi);
  private readonly counter = inject(CounterApi);
  protected readonly isTelling = signal(false);
  protected readonly told = linkedSignal<RecallAsk, string>({ source: this.ask, computation: () => '' });
  protected readonly isBusy = this.store.selectSignal(recallFeature.selectIsBusy);
  protected readonly kinds = choicesOf(KIND_WORDS);
  protected readonly form = new FormGroup({
    reason: nameControl('', STOP_REASON_LENGTH),
    name: nameControl(personName(this.workshop()), CUSTOMER_LENGTH),
    kind: new FormControl<keyof typeof KIND_WORDS>('real', { nonNullable: true }),
  });
  private readonly value = toSignal(this.form.valueChanges, { initialValue: this.form.value });
  protected readonly isPractice = computed(() => this.value().kind === 'practice');
  /** What is asked about, why, and whether it is practised, as papers are asked for. */
  protected readonly query = computed(() => {
    const reason = (this.value().reason ?? '').trim();
    const told = { ...(reason && { reason }), ...(this.isPractice() && { practice: 'true' }) };
    return new URLSearchParams({ ...this.ask(), ...told }).toString();
  });

  constructor() {
    inject(FieldErrors).from(this.store.selectSignal(recallFeature.selectTrouble));
    inject(Actions)
      .pipe(ofType(RecallActions.done), takeUntilDestroyed())
      .subscribe(() => this.form.markAsUntouched());
  }

  protected readonly counted = counted;
  protected readonly isThrowing = signal(false);
  protected readonly thrown = linkedSignal<RecallAsk, string>({ source: this.ask, computation: () => '' });
  protected readonly piecesHere = computed(() => this.here().reduce((sum, { pieces }) => sum + pieces, 0));

  /** All of it at once; in Keeping it can be taken back at once. */
  protected throwAway(): void {
    this.form.controls.reason.markAsTouched();
    if (this.form.controls.reason.invalid) return;
    const cause = this.form.controls.reason.value.trim().slice(0, CAUSE_LENGTH);
    const pieces = this.piecesHere();
    this.isThrowing.set(true);
    this.counter.movePieces({ kind: 'written-off', cause, paid: null, from: [...this.here()] }).subscribe({
      next: () => {
        this.isThrowing.set(false);
        this.thrown.set(`${counted(pieces, 'piece')} written off. Keeping can take it back.`);
      },
      error: (error: unknown) => {
        this.isThrowing.set(false);
        this.thrown.set(troubleText(troubleOf(error)));
      },
    });
  }

  /** Tells by message whoever has something of it; who cannot be reached so is named. */
  protected tell(): void {
    this.form.controls.reason.markAsTouched();
    if (this.form.controls.reason.invalid) return;
    this.isTelling.set(true);
    const reason = this.form.controls.reason.value.trim();
    this.messages.tellRecalled({ origin: this.ask(), reason }).subscribe({
      next: (told) => {
        this.isTelling.set(false);
        this.told.set(toldText(told));
      },
      error: (error: unknown) => {
        this.isTelling.set(false);
        this.told.set(troubleText(troubleOf(error)));
      },
    });
  }

  protected stop(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { reason, name } = this.form.getRawValue();
    const said = { reason: reason.trim(), name: name.trim() };
    const draft = { origin: this.ask(), ...said, isPractice: this.isPractice() };
    this.store.dispatch(RecallActions.stopAsked({ draft }));
  }
}

function toldText({ told, before, unreached }: RecallTold): string {
  const names = unreached.map(({ customer, tickets }) => `${customer} (${tickets.join(', ')})`);
  return [
    told > 0 ? `${counted(told, 'customer')} ${told === 1 ? 'is' : 'are'} told now.` : 'Nobody is told now.',
    before > 0 ? `${counted(before, 'customer')} ${before === 1 ? 'was' : 'were'} told before.` : '',
    names.length > 0
      ? `No telephone number and no mail address: ${listed(names)}. A letter is for them.`
      : '',
  ]
    .filter((text) => text !== '')
    .join(' ');
}
