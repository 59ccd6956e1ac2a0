import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { TerminalManner } from '@alnage/contract';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { troubleText } from '../../shared/problem-text';
import { TillApi } from '../../state/till-api';
import { troubleOf } from '../../state/problem';

const MANNERS: Readonly<Record<TerminalManner, string>> = {
  takes: 'takes every card',
  declines: 'declines',
  cancels: 'is called off by the customer',
  late: 'answers after a while',
  silent: 'never answers',
  unplugged: 'is unplugged',
};

/** How the card terminal that ships with Alnage answers, to try what then happens at the counter. */
@Component({
  selector: 'al-simulated-terminal',
  imports: [ChoiceField],
  providers: [FieldErrors],
  template: `
    <h2>Card terminal</h2>
    <p class="soft">
      It is simulated: no money moves. A real one is put behind the same two calls. Try here what happens at
      the counter when it
    </p>
    @if (manner(); as value) {
      <al-choice label="The terminal" [choices]="manners" [value]="value" (chosen)="choose($event)" />
    }
    @if (trouble(); as text) {
      <p class="note over" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      max-width: 420px;
      margin: 22px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SimulatedTerminal {
  private readonly api = inject(TillApi);
  protected readonly manners = choicesOf(MANNERS);
  protected readonly manner = signal<TerminalManner | null>(null);
  protected readonly trouble = signal('');

  constructor() {
    this.api.terminal().subscribe(this.shown());
  }

  protected choose(manner: TerminalManner): void {
    this.api.setTerminal({ manner }).subscribe(this.shown());
  }

  private shown() {
    return {
      next: ({ manner }: { manner: TerminalManner }) => {
        this.trouble.set('');
        this.manner.set(manner);
      },
      error: (error: unknown) => this.trouble.set(troubleText(troubleOf(error))),
    };
  }
}
