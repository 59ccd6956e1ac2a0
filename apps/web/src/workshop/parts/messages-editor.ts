import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  BODY_LENGTH,
  SUBJECT_LENGTH,
  type MessagePreview,
  type MessageSettings,
  type Order,
} from '@alnage/contract';
import { MESSAGE_FIELDS, REMINDER_HOURS, type MessageKind } from '@alnage/core/messages';
import { catchError, debounceTime, map, of, startWith } from 'rxjs';
import { typedTime } from '../../shared/formats/typed-time';
import { timeText, timeWanted } from '../../shared/formats/wall-time';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { faultFocus } from '../../shared/forms/focus-fault';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField, textControl, timeControl } from '../../shared/forms/text-field';
import { MESSAGE_WORDS } from '../../shared/orders/message-words';
import { fieldTexts, troubleText } from '../../shared/problem-text';
import { Slips } from '../../shared/slip/slips';
import { Api } from '../../state/api';
import { MessagesApi } from '../../state/messages-api';
import { troubleOf, type Trouble } from '../../state/problem';

const SENT = [
  { id: 'yes', name: 'is sent' },
  { id: 'no', name: 'is not sent' },
] as const;
/** Orders that a text is tried with. */
const TRIED = 30;
const TYPED_MS = 300;

/** What customers are told, in the shop’s own words, tried with a real order; and when they are left in peace. */
@Component({
  selector: 'al-messages-editor',
  imports: [ChoiceField, MatButtonModule, QuantityField, RouterLink, TextField],
  providers: [FieldErrors],
  templateUrl: './messages-editor.html',
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    .paper {
      padding: 12px 16px;
      border: 1px solid var(--rule);
      background: var(--paper);
      white-space: pre-line;
    }
    .tried {
      margin-top: 26px;
    }
    form {
      display: grid;
      gap: 10px;
    }
    button {
      justify-self: start;
      min-height: 44px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MessagesEditor {
  private readonly api = inject(MessagesApi);
  private readonly all = inject(Api);
  private readonly slips = inject(Slips);
  private readonly focusFault = faultFocus();
  private readonly settings = signal<MessageSettings | null>(null);
  protected readonly trouble = signal<Trouble | null>(null);
  protected readonly troubleText = troubleText;
  protected readonly kinds = choicesOf(MESSAGE_WORDS);
  protected readonly sent = SENT;
  protected readonly timeWanted = timeWanted;
  protected readonly fields = MESSAGE_FIELDS.map((field) => `{${field}}`).join(' ');
  protected readonly kind = signal<MessageKind>('confirmed');
  protected readonly form = new FormGroup({
    isOn: new FormControl<'yes' | 'no'>('yes', { nonNullable: true }),
    subject: textControl('', SUBJECT_LENGTH),
    body: textControl('', BODY_LENGTH),
    from: timeControl(''),
    until: timeControl(''),
    reminderHours: new NumberControl(24, REMINDER_HOURS),
  });
  protected readonly orders = toSignal(
    this.all.orders({ limit: TRIED }).pipe(
      map(({ orders }) => orders),
      catchError(() => of([] as Order[])),
    ),
    { initialValue: [] },
  );
  protected readonly orderChoices = computed(() =>
    this.orders().map(({ id, ticket, customer }) => ({ id, name: `${ticket}, ${customer}` })),
  );
  protected readonly tried = signal('');
  private readonly typed = toSignal(this.form.valueChanges.pipe(startWith(null), debounceTime(TYPED_MS)));
  protected readonly preview = signal<MessagePreview | null>(null);
  protected readonly previewTrouble = signal('');

  constructor() {
    inject(FieldErrors).from(this.trouble);
    this.api.messageSettings().subscribe({
      next: (settings) => this.show(settings),
      error: (error: unknown) => this.trouble.set(troubleOf(error)),
    });
    effect(() => {
      this.typed();
      const [kind, order] = [this.kind(), this.tried() || this.orders()[0]?.id];
      untracked(() => order && this.settings() && this.look(kind, order));
    });
  }

  /** Another text; what was typed into this one stays until all is saved. */
  protected choose(kind: MessageKind): void {
    const settings = this.settings();
    if (!settings) return;
    this.settings.set(this.typedInto(settings));
    this.kind.set(kind);
    this.fill(this.settings()!);
  }

  protected save(): void {
    this.form.markAllAsTouched();
    const settings = this.settings();
    if (!settings || this.form.invalid) return this.focusFault();
    this.trouble.set(null);
    this.api.setMessages(this.typedInto(settings)).subscribe({
      next: (saved) => {
        this.show(saved);
        this.slips.lay({ text: 'What customers are told is saved' });
      },
      error: (error: unknown) => this.trouble.set(this.here(troubleOf(error))),
    });
  }

  /** Faults of the text that is open stand at its fields; another is opened first. */
  private here(trouble: Trouble): Trouble {
    const pointer = trouble.errors[0]?.pointer ?? '';
    const kind = /^\/texts\/(\w+)\//.exec(pointer)?.[1] as MessageKind | undefined;
    if (kind && kind !== this.kind()) this.choose(kind);
    const errors = trouble.errors.map((each) => ({
      ...each,
      pointer: each.pointer.replace(/^\/texts\/\w+/, ''),
    }));
    return { ...trouble, errors } as Trouble;
  }

  private look(kind: MessageKind, order: string): void {
    const { subject, body } = this.form.getRawValue();
    this.api.previewMessage({ kind, order, subject, body }).subscribe({
      next: (preview) => {
        this.preview.set(preview);
        this.previewTrouble.set('');
      },
      error: (error: unknown) => {
        const trouble = troubleOf(error);
        const told = trouble.errors.flatMap(({ pointer }) => fieldTexts(trouble, pointer));
        this.previewTrouble.set(told.length > 0 ? told.join(' ') : troubleText(trouble));
      },
    });
  }

  private show(settings: MessageSettings): void {
    this.settings.set(settings);
    this.fill(settings);
  }

  private fill({ texts, quiet, reminderHours }: MessageSettings): void {
    const { isOn, subject, body } = texts[this.kind()];
    this.form.reset({
      ...{ isOn: isOn ? 'yes' : 'no', subject, body, reminderHours },
      ...{ from: timeText(quiet.from), until: timeText(quiet.until) },
    });
  }

  private typedInto(settings: MessageSettings): MessageSettings {
    const { isOn, subject, body, from, until, reminderHours } = this.form.getRawValue();
    const text = { isOn: isOn === 'yes', subject: subject.trim(), body: body.trim() };
    const quiet = {
      from: typedTime(from) ?? settings.quiet.from,
      until: typedTime(until) ?? settings.quiet.until,
    };
    return {
      ...settings,
      texts: { ...settings.texts, [this.kind()]: text },
      ...{ quiet, reminderHours: reminderHours ?? settings.reminderHours },
    };
  }
}
