import { ChangeDetectionStrategy, Component } from '@angular/core';
import { ChoiceField, type Choice } from '../../shared/forms/choice-field';
import { mass, pieceMass, temperature, length } from '../../shared/formats/formats';
import { timeText } from '../../shared/formats/wall-time';
import { chooseUnits, units, type Units } from '../../shared/units/units';

interface UnitChoice {
  readonly key: keyof Units;
  readonly label: string;
  readonly options: readonly Choice[];
}

const CHOICES: readonly UnitChoice[] = [
  {
    key: 'temperature',
    label: 'Temperature',
    options: [
      { id: 'C', name: '°C' },
      { id: 'F', name: '°F' },
    ],
  },
  {
    key: 'mass',
    label: 'Mass',
    options: [
      { id: 'g', name: 'g and kg' },
      { id: 'oz', name: 'oz and lb' },
    ],
  },
  {
    key: 'length',
    label: 'Length',
    options: [
      { id: 'mm', name: 'mm and cm²' },
      { id: 'in', name: 'in and sq in' },
    ],
  },
  {
    key: 'clock',
    label: 'Clock',
    options: [
      { id: '24', name: '24 hours' },
      { id: '12', name: '12 hours, am and pm' },
    ],
  },
];

/** The units of whoever is at this screen. What is stored does not change with them. */
@Component({
  selector: 'al-my-units',
  imports: [ChoiceField],
  template: `
    <section class="card">
      <h2>Units on this screen</h2>
      <p class="soft">
        They are yours alone and stay on this device. What is stored does not change when you switch, however
        often.
      </p>
      <div class="row">
        @for (choice of choices; track choice.key) {
          <al-choice
            [label]="choice.label"
            [choices]="choice.options"
            [value]="units()[choice.key]"
            (chosen)="choose(choice.key, $event)"
          />
        }
      </div>
      <p>
        So a berry carries <strong>{{ pieceMass(6.2) }}</strong>, a bowl holds
        <strong>{{ mass(6000) }}</strong>, a rod is <strong>{{ length(190) }}</strong> long, dark is worked at
        <strong>{{ temperature(31.5) }}</strong>, and the shop opens at
        <strong>{{ timeText('15:00') }}</strong>.
      </p>
    </section>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MyUnits {
  protected readonly choices = CHOICES;
  protected readonly units = units;
  protected readonly pieceMass = pieceMass;
  protected readonly mass = mass;
  protected readonly length = length;
  protected readonly temperature = temperature;
  protected readonly timeText = timeText;

  protected choose(key: keyof Units, value: string): void {
    chooseUnits({ [key]: value } as Partial<Units>);
  }
}
