import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  type OnInit,
} from '@angular/core';
import { FormControl, FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import type { Order } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { typedTime } from '../../shared/formats/typed-time';
import { dayText, timeText, timeWanted } from '../../shared/formats/wall-time';
import { ChoiceField } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { faultFocus } from '../../shared/forms/focus-fault';
import { TextField, timeControl } from '../../shared/forms/text-field';
import { troubleText } from '../../shared/problem-text';
import { OrderActions, ordersFeature } from '../../state/orders.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';

/** Another hour, or another point, for what stands on the shelf. */
@Component({
  selector: 'al-slot-form',
  imports: [ChoiceField, MatButtonModule, TextField],
  template: `
    <form novalidate aria-label="Another time" (submit)="$event.preventDefault(); move()">
      <div class="row">
        <al-choice label="Day" [control]="form.controls.day" [choices]="days()" />
        <al-text label="Time" [wanted]="timeWanted()" [control]="form.controls.time" at="/pickup" />
        <al-choice label="Where" [control]="form.controls.point" [choices]="points()" at="/pickupPoint" />
      </div>
      @if (trouble(); as trouble) {
        <p class="note over" role="alert">{{ troubleText(trouble) }}</p>
      }
      <div class="deeds">
        <button matButton="filled" type="submit">Move it there</button>
        <button matButton="outlined" type="button" (click)="left.emit()">Cancel</button>
      </div>
    </form>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    .deeds {
      display: flex;
      gap: 8px;
      margin-top: 8px;
    }
    button {
      min-height: 44px;
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SlotForm implements OnInit {
  readonly order = input.required<Order>();
  readonly left = output();

  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly focusFault = faultFocus();
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly trouble = this.store.selectSignal(ordersFeature.selectSlotTrouble);
  protected readonly troubleText = troubleText;
  protected readonly timeWanted = timeWanted;
  protected readonly form = new FormGroup({
    day: new FormControl('', { nonNullable: true }),
    time: timeControl(''),
    point: new FormControl('', { nonNullable: true }),
  });
  protected readonly days = computed(() =>
    (this.workshop()?.season?.days ?? [])
      .filter(({ end }) => Date.parse(end) > this.clock.now())
      .map(({ date }) => ({ id: date, name: dayText(date) })),
  );
  protected readonly points = computed(() => this.workshop()?.pickupPoints ?? []);

  constructor() {
    inject(FieldErrors).from(this.trouble);
  }

  ngOnInit(): void {
    const { pickup, pickupPoint } = this.order();
    const [day = '', time = ''] = pickup.split('T');
    const isToCome = this.days().some(({ id }) => id === day);
    this.form.setValue({
      day: isToCome ? day : (this.days()[0]?.id ?? ''),
      time: timeText(time),
      point: pickupPoint,
    });
    this.store.dispatch(OrderActions.slotOpened());
  }

  protected move(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return this.focusFault();
    const { day, time, point } = this.form.getRawValue();
    const { id, version } = this.order();
    const move = { pickup: `${day}T${typedTime(time)!}`, pickupPoint: point, version };
    this.store.dispatch(OrderActions.slotAsked({ id, move }));
  }
}
