import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { HUMIDITY_PERCENT, TABLE_CELSIUS, feelGrams, type DoughFeel } from '@alnage/core/recipes';
import { Store } from '@ngrx/store';
import { airOf, USUAL_HUMIDITY_PERCENT, USUAL_ROOM } from '../../shared/bench/kitchen-air';
import { listed, temperature } from '../../shared/formats/formats';
import { ChoiceField } from '../../shared/forms/choice-field';
import { FEELS } from '../../shared/larder/feel-words';
import { weighedText } from '../../shared/larder/larder-words';
import { benchFeature } from '../../state/bench.state';
import type { FeltIngredient } from '../preparation-rows';

/** Where to begin today with what goes into a pot by feel: by the kitchen’s air, and by how a ball of it feels. */
@Component({
  selector: 'al-by-feel',
  imports: [ChoiceField],
  template: `
    <div class="note" role="group" [attr.aria-label]="'By feel, ' + name()">
      <p>{{ text() }}</p>
      <al-choice label="A ball of it" [choices]="feels" [value]="feel()" (chosen)="feel.set($event)" />
    </div>
  `,
  styles: `
    p {
      margin: 0 0 4px;
    }
    al-choice {
      max-width: 260px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ByFeel {
  readonly name = input.required<string>();
  readonly felt = input.required<readonly FeltIngredient[]>();
  readonly potGrams = input.required<number>();

  private readonly devices = inject(Store).selectSignal(benchFeature.selectDevices);
  protected readonly feels = FEELS;
  protected readonly feel = signal<DoughFeel>('holds');
  protected readonly text = computed(() => {
    const { roomCelsius, humidity } = airOf(this.devices());
    const day = {
      humidityPercent: within(humidity ?? USUAL_HUMIDITY_PERCENT, HUMIDITY_PERCENT),
      tableCelsius: within(roomCelsius ?? USUAL_ROOM, TABLE_CELSIUS),
      ...{ isNaturalButter: false, feel: this.feel() },
    };
    const begin = this.felt().map(
      (each) => `${weighedText(feelGrams(each, this.potGrams(), day))} of ${each.name.toLowerCase()}`,
    );
    const air = `${Math.round(day.humidityPercent)}% humidity and ${temperature(day.tableCelsius)}`;
    const where =
      roomCelsius === null ? `At ${air}, as nobody measures the kitchen` : `In the kitchen’s ${air}`;
    return `${where}: begin with ${listed(begin)}. Knead, feel, and go on from there.`;
  });
}

function within(value: number, { min, max }: { readonly min: number; readonly max: number }): number {
  return Math.min(max, Math.max(min, value));
}
