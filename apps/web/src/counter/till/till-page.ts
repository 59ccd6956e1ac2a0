import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { CLOSING_NOTE_LENGTH, type DayTill } from '@alnage/contract';
import { drawerDifference, drawerHolds, type Taken } from '@alnage/core/ordering';
import { MINOR } from '@alnage/core/pricing';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { startWith } from 'rxjs';
import { EllStore } from '../../shared/ell/ell.store';
import { money, percent } from '../../shared/formats/formats';
import { WallTime } from '../../shared/formats/wall-time';
import { FieldErrors } from '../../shared/forms/field-errors';
import { faultFocus } from '../../shared/forms/focus-fault';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField } from '../../shared/forms/text-field';
import { Margin } from '../../shared/margin/margin';
import { troubleText } from '../../shared/problem-text';
import { Slips } from '../../shared/slip/slips';
import { TillApi } from '../../state/till-api';
import { LiveActions } from '../../state/live.state';
import { troubleOf, type Trouble } from '../../state/problem';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';

/** Till: what was taken on a day, what the drawer must hold, and closing it. */
@Component({
  imports: [Margin, MatButtonModule, QuantityField, RouterLink, TextField],
  templateUrl: './till-page.html',
  styleUrl: './till-page.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TillPage {
  private readonly store = inject(Store);
  private readonly api = inject(TillApi);
  private readonly clock = inject(WorkshopClock);
  private readonly ell = inject(EllStore);
  private readonly slips = inject(Slips);
  private readonly focusFault = faultFocus();
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly read = signal<DayTill | null>(null);
  protected readonly trouble = signal<Trouble | null>(null);
  protected readonly troubleText = troubleText;
  private readonly wall = computed(() => new WallTime(this.workshop()?.timeZone ?? 'UTC'));

  /** The day that is picked, or today. */
  private readonly day = computed(() => {
    const days = this.workshop()?.season?.days ?? [];
    const picked = this.ell.span();
    if (picked) return days[picked.from]?.date ?? null;
    return this.workshop() ? this.wall().stamp(this.clock.now()).day : null;
  });
  protected readonly title = computed(() => {
    const day = (this.workshop()?.season?.days ?? []).find(({ date }) => date === this.day());
    return day ? `${this.wall().weekday(Date.parse(day.start))}’s till` : 'Till';
  });
  protected readonly till = computed(() => (this.read()?.day === this.day() ? this.read() : null));
  protected readonly form = new FormGroup({
    floatMinor: new NumberControl(0, MINOR),
    countedMinor: new NumberControl(null, MINOR),
    note: new FormControl('', { nonNullable: true }),
  });
  private readonly typed = toSignal(this.form.valueChanges.pipe(startWith(null)));
  protected readonly noteMost = CLOSING_NOTE_LENGTH;

  /** What came in and went back, row by row; nothing of what was not. */
  protected readonly rows = computed(() => {
    const till = this.till();
    if (!till) return [];
    return [
      ...takenRows('Cash for orders', till.orders.cash),
      ...takenRows('Cash for other pieces', till.spare.cash),
      ...takenRows('Cards for orders', till.orders.card),
      ...takenRows('Cards for other pieces', till.spare.card),
    ].map(({ what, minor }) => ({ what, sum: this.money(minor) }));
  });
  protected readonly sold = computed(() =>
    (this.till()?.sold ?? []).map(({ share, netMinor, taxMinor, grossMinor }) => ({
      what: share > 0 ? `${percent(share)} tax` : 'no tax told',
      ...{ net: this.money(netMinor), tax: this.money(taxMinor), gross: this.money(grossMinor) },
    })),
  );
  private readonly mustHold = computed(() => {
    this.typed();
    const [till, float] = [this.till(), this.form.controls.floatMinor.value];
    return till && float !== null && !Number.isNaN(float)
      ? drawerHolds(Math.round(float), [till.orders, till.spare])
      : null;
  });
  protected readonly must = computed(() => {
    const minor = this.mustHold();
    return minor === null ? '–' : this.money(minor);
  });
  /** Whether what was counted is right. */
  protected readonly difference = computed(() => {
    this.typed();
    const [must, counted] = [this.mustHold(), this.form.controls.countedMinor.value];
    if (must === null || counted === null || Number.isNaN(counted)) return null;
    return this.differenceOf({ countedMinor: Math.round(counted), expectedMinor: must });
  });
  protected readonly closed = computed(() => {
    const closing = this.till()?.closing;
    if (!closing) return null;
    const { at, by, note, countedMinor, expectedMinor } = closing;
    const who = (this.workshop()?.people ?? []).find(({ id }) => id === by)?.name;
    const when = `Closed ${this.wall().dayTime(Date.parse(at))}${who ? ` by ${who}` : ''}`;
    const { text, tone } = this.differenceOf({ countedMinor, expectedMinor });
    return { tone, text: `${when}: ${this.money(countedMinor)} counted. ${text}${note ? ` ${note}` : ''}` };
  });
  protected readonly open = computed(() =>
    (this.till()?.openCards ?? []).map(
      ({ ticket, amountMinor }) =>
        `${ticket}: nobody knows yet whether ${this.money(amountMinor)} was taken.`,
    ),
  );
  protected readonly pdf = computed(() => `/api/papers/closing.pdf?day=${this.day() ?? ''}`);

  constructor() {
    inject(FieldErrors).from(this.trouble);
    effect(() => {
      const day = this.day();
      untracked(() => day && this.load(day));
    });
    inject(Actions)
      .pipe(ofType(LiveActions.ordersChanged, LiveActions.benchChanged), takeUntilDestroyed())
      .subscribe(() => {
        const day = this.day();
        if (day) this.load(day);
      });
  }

  protected close(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return this.focusFault();
    const { floatMinor, countedMinor, note } = this.form.getRawValue();
    const draft = {
      ...{ day: this.day()!, note: note.trim() },
      ...{ floatMinor: Math.round(floatMinor!), countedMinor: Math.round(countedMinor!) },
    };
    this.trouble.set(null);
    this.api.closeDay(draft).subscribe({
      next: (till) => {
        this.show(till);
        this.slips.lay({ text: `${this.title()} is closed` });
      },
      error: (error: unknown) => this.trouble.set(troubleOf(error)),
    });
  }

  private load(day: string): void {
    this.api.till(day).subscribe({
      next: (till) => {
        this.trouble.set(null);
        this.show(till);
      },
      error: (error: unknown) => this.trouble.set(troubleOf(error)),
    });
  }

  /** What somebody is typing stays; another day starts anew. */
  private show(till: DayTill): void {
    const isAnother = this.read()?.day !== till.day || this.read()?.closing?.at !== till.closing?.at;
    this.read.set(till);
    if (isAnother) this.form.reset({ floatMinor: till.floatMinor, countedMinor: null, note: '' });
  }

  private differenceOf(drawer: Parameters<typeof drawerDifference>[0]): {
    readonly text: string;
    readonly tone: 'well' | 'over';
  } {
    const minor = drawerDifference(drawer);
    if (minor === 0) return { text: 'It is right.', tone: 'well' };
    const text = minor > 0 ? `${this.money(minor)} too much.` : `${this.money(-minor)} is missing.`;
    return { text, tone: 'over' };
  }

  protected money(minor: number): string {
    return money(minor, this.workshop()?.currency ?? 'EUR');
  }
}

function takenRows(what: string, { inMinor, outMinor }: Taken): { what: string; minor: number }[] {
  return [
    ...(inMinor > 0 ? [{ what, minor: inMinor }] : []),
    ...(outMinor > 0 ? [{ what: `${what}, given back`, minor: -outMinor }] : []),
  ];
}
