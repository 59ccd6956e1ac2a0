import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { mass, pieceMass, temperature, length } from '../../shared/formats/formats';
import { timeText } from '../../shared/formats/wall-time';
import { chooseUnits, units, type Units } from '../../shared/units/units';

interface Choice {
  readonly key: keyof Units;
  readonly label: string;
  readonly options: readonly (readonly [value: string, text: string])[];
}

const CHOICES: readonly Choice[] = [
  {
    key: 'temperature',
    label: 'Temperature',
    options: [
      ['C', '°C'],
      ['F', '°F'],
    ],
  },
  {
    key: 'mass',
    label: 'Mass',
    options: [
      ['g', 'g and kg'],
      ['oz', 'oz and lb'],
    ],
  },
  {
    key: 'length',
    label: 'Length',
    options: [
      ['mm', 'mm and cm²'],
      ['in', 'in and sq in'],
    ],
  },
  {
    key: 'clock',
    label: 'Clock',
    options: [
      ['24', '24 hours'],
      ['12', '12 hours, am and pm'],
    ],
  },
];

/** The units of whoever is at this screen. What is stored does not change with them. */
@Component({
  selector: 'al-my-units',
  imports: [MatFormFieldModule, MatInputModule],
  template: `
    <form>
      <h2>Units on this screen</h2>
      <p class="soft">
        They are yours alone and stay on this device. What is stored does not change when you switch, however
        often.
      </p>
      <div class="row">
        @for (choice of choices; track choice.key) {
          <mat-form-field>
            <mat-label>{{ choice.label }}</mat-label>
            <select matNativeControl #unit (change)="choose(choice.key, unit.value)">
              @for (option of choice.options; track option[0]) {
                <option [value]="option[0]" [selected]="option[0] === units()[choice.key]">
                  {{ option[1] }}
                </option>
              }
            </select>
          </mat-form-field>
        }
      </div>
      <p>
        So a berry carries <strong>{{ pieceMass(6.2) }}</strong>, a bowl holds
        <strong>{{ mass(6000) }}</strong>, a rod is <strong>{{ length(190) }}</strong> long, dark is worked at
        <strong>{{ temperature(31.5) }}</strong>, and the shop opens at
        <strong>{{ timeText('15:00') }}</strong>.
      </p>
    </form>
  `,
  styleUrl: './editor.scss',
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
