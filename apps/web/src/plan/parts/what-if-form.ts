import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Change } from '@alnage/core/planner';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { EntryField } from '../../shared/forms/entry-field';
import { WallTime } from '../../shared/formats/wall-time';
import { PlanPageStore } from '../plan.store';
import { TRIALS, typedChange, type Trial } from './typed-change';

const MS_PER_MINUTE = 60_000;

/** One change to be tried: what, whose, and by how much. */
@Component({
  selector: 'al-what-if-form',
  imports: [ChoiceField, EntryField, MatButtonModule],
  templateUrl: './what-if-form.html',
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 0;
    }
    al-choice {
      flex: 1 1 150px;
    }
    al-choice:first-child {
      flex: 2 1 260px;
    }
    .short {
      flex: 0 1 150px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhatIfForm {
  readonly wanted = output<Change>();

  private readonly page = inject(PlanPageStore);
  protected readonly kinds = choicesOf(TRIALS);
  protected readonly kind = signal<Trial>('trays');
  protected readonly amount = linkedSignal<number>(() => (this.kind() === 'trays' ? 8 : 24));
  protected readonly starts = signal('17:00');
  protected readonly ends = signal('19:00');
  protected readonly time = signal('12:00');
  protected readonly fault = signal('');

  /** What the change is of: zones, people, bowls or orders. */
  protected readonly things = computed(() => {
    const workshop = this.page.workshop();
    const saved = this.page.saved();
    if (!workshop || !saved) return [];
    switch (this.kind()) {
      case 'trays':
      case 'zone-away':
        return workshop.zones;
      case 'bowl':
      case 'bowl-away':
        return workshop.bowls;
      case 'pickup':
        return saved.problem.orders
          .filter(({ id }) => id in saved.tickets)
          .map(({ id }) => ({ id, name: saved.tickets[id]! }));
      case 'pieces':
        return saved.problem.orders
          .filter(({ id }) => id in saved.tickets)
          .flatMap(({ id, lines }) =>
            lines.map(({ product, pieces }) => ({
              id: JSON.stringify([id, product]),
              name: `${saved.tickets[id]}: ${pieces} ${this.page.words()?.piece(product) ?? product}`,
            })),
          );
      default:
        return workshop.people;
    }
  });
  protected readonly thing = linkedSignal(() => this.things()[0]?.id ?? '');
  protected readonly label = computed(() => {
    switch (this.kind()) {
      case 'trays':
      case 'zone-away':
        return 'Where';
      case 'hands':
      case 'bowl':
        return 'Like';
      case 'bowl-away':
        return 'Bowl';
      case 'pickup':
      case 'pieces':
        return 'Order';
      default:
        return 'Who';
    }
  });
  protected readonly days = computed(() => {
    const workshop = this.page.workshop();
    const wall = workshop && new WallTime(workshop.timeZone);
    return this.page
      .days()
      .map(({ date, start }) => ({ id: date, name: wall?.day(Date.parse(start)) ?? date }));
  });
  protected readonly day = linkedSignal(() => this.days()[this.page.span().to]?.id ?? '');
  protected readonly hasSpan = computed(() => ['hours', 'away', 'zone-away'].includes(this.kind()));

  protected add(): void {
    const change = this.change();
    this.fault.set(typeof change === 'string' ? change : '');
    if (typeof change !== 'string') this.wanted.emit(change);
  }

  /** The change, or what is wrong with it. */
  private change(): Change | string {
    return typedChange({
      kind: this.kind(),
      thing: this.thing(),
      amount: this.amount(),
      span: [this.starts(), this.ends()],
      time: this.time(),
      minute: (time) => this.minute(time),
    });
  }

  /** The minute of a time of the chosen day, as the clock on the wall shows it. */
  private minute(time: string): number {
    const workshop = this.page.workshop()!;
    const [hours = 0, minutes = 0] = time.split(':').map(Number);
    const midnight = Date.parse(this.page.days().find(({ date }) => date === this.day())!.start);
    const instant = midnight + (hours * 60 + minutes) * MS_PER_MINUTE;
    const shown = new WallTime(workshop.timeZone).stamp(instant).time;
    const [h = 0, m = 0] = shown.split(':').map(Number);
    // on a day when the clock changes the hours since midnight are one more or fewer
    const off = hours * 60 + minutes - (h * 60 + m);
    return this.page.minuteOf()(instant + (Math.abs(off) <= 120 ? off * MS_PER_MINUTE : 0));
  }
}
