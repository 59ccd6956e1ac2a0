import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { MessageView } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { startWith } from 'rxjs';
import { WallTime } from '../../shared/formats/wall-time';
import { Margin } from '../../shared/margin/margin';
import { MESSAGE_WORDS, messageStanding } from '../../shared/orders/message-words';
import { troubleText } from '../../shared/problem-text';
import { MessagesApi } from '../../state/messages-api';
import { LiveActions } from '../../state/live.state';
import { troubleOf } from '../../state/problem';
import { workshopFeature } from '../../state/workshop.state';

/** Messages: what waits to be sent, what did not arrive, what was sent; one that waits can be stopped. */
@Component({
  imports: [Margin, MatButtonModule, RouterLink],
  templateUrl: './messages-page.html',
  styleUrl: './messages-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MessagesPage {
  private readonly api = inject(MessagesApi);
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  private readonly all = signal<readonly MessageView[] | null>(null);
  private readonly chosenId = signal<string | null>(null);
  protected readonly trouble = signal('');
  private readonly wall = computed(() => new WallTime(this.workshop()?.timeZone ?? 'UTC'));
  protected readonly isRead = computed(() => this.all() !== null);

  private readonly rows = computed(() =>
    (this.all() ?? []).map((message) => ({
      message,
      what: MESSAGE_WORDS[message.kind],
      isChosen: message.id === this.chosenId(),
      ...messageStanding(message, this.wall()),
    })),
  );
  protected readonly parts = computed(() => {
    const of = (...states: readonly MessageView['state'][]) =>
      this.rows().filter(({ message }) => states.includes(message.state));
    const waiting = of('waiting', 'sending').sort((a, b) => (a.message.dueAt < b.message.dueAt ? -1 : 1));
    return [
      { head: 'Did not arrive', rows: of('bounced') },
      { head: 'To be sent', rows: waiting },
      { head: 'Sent', rows: of('delivered') },
      { head: 'Not sent', rows: of('stopped') },
    ].filter(({ rows }) => rows.length > 0);
  });
  protected readonly chosen = computed(() => this.rows().find(({ isChosen }) => isChosen) ?? null);

  constructor() {
    inject(Actions)
      .pipe(
        ofType(LiveActions.messagesChanged, LiveActions.ordersChanged),
        startWith(null),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.load());
  }

  protected choose(id: string): void {
    this.chosenId.set(id);
  }

  protected stop(id: string): void {
    this.api.stopMessage(id).subscribe({
      next: () => this.load(),
      error: (error: unknown) => {
        this.trouble.set(troubleText(troubleOf(error)));
        this.load();
      },
    });
  }

  private load(): void {
    this.api.messages().subscribe({
      next: (all) => this.all.set(all),
      error: (error: unknown) => this.trouble.set(troubleText(troubleOf(error))),
    });
  }
}
