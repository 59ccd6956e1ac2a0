import { ChangeDetectionStrategy, Component } from '@angular/core';
import { ChoiceField, choicesOf, type Choice } from '../../shared/forms/choice-field';
import { mass, pieceMass, temperature, length } from '../../shared/formats/formats';
import { dayText, timeText } from '../../shared/formats/wall-time';
import { chooseUnits, units, type Units } from '../../shared/units/units';

interface UnitChoice {
  readonly key: keyof Units;
  readonly label: string;
  readonly options: readonly Choice[];
}

const CHOICES: readonly UnitChoice[] = [
  { key: 'temperature', label: 'Temperature', options: choicesOf({ C: '°C', F: '°F' }) },
  { key: 'mass', label: 'Mass', options: choicesOf({ g: 'g and kg', oz: 'oz and lb' }) },
  { key: 'length', label: 'Length', options: choicesOf({ mm: 'mm and cm²', in: 'in and sq in' }) },
  {
    key: 'clock',
    label: 'Clock',
    // keys that are numbers would be sorted by size
    options: choicesOf<'24' | '12'>({ '24': '24 hours', '12': '12 hours, am and pm' }, ['24', '12']),
  },
  { key: 'date', label: 'Dates', options: choicesOf({ 'day-first': '19 Jun', 'month-first': 'Jun 19' }) },
  {
    key: 'weekBegins',
    label: 'The week begins on',
    options: choicesOf({ monday: 'Monday', sunday: 'Sunday', saturday: 'Saturday' }),
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
        <strong>{{ timeText('15:00') }}</strong> on <strong>{{ dayText('2026-06-19') }}</strong>.
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
  protected readonly dayText = dayText;

  protected choose(key: keyof Units, value: string): void {
    chooseUnits({ [key]: value } as Partial<Units>);
  }
}
