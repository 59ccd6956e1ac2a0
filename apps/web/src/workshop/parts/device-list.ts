import { ChangeDetectionStrategy, Component, DestroyRef, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { FormControl, FormGroup } from '@angular/forms';
import {
  DEVICE_KINDS,
  ROLLS,
  USUAL_ROLL,
  type Device,
  type DeviceKind,
  type DeviceTaken,
  type LabelView,
} from '@alnage/contract';
import { LABEL_SHEETS } from '@alnage/core/papers';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { nameControl, TextField } from '../../shared/forms/text-field';
import { sizeText } from '../../shared/orders/label-sheet';
import { mass, temperature } from '../../shared/formats/formats';
import { WallTime } from '../../shared/formats/wall-time';
import { troubleText } from '../../shared/problem-text';
import { Api } from '../../state/api';
import { PapersApi } from '../../state/papers-api';
import { LiveActions } from '../../state/live.state';
import { troubleOf, type Trouble } from '../../state/problem';
import { workshopFeature } from '../../state/workshop.state';
import { SimulatedPrinter } from './simulated-printer';
import { SimulatedTerminal } from './simulated-terminal';

const KINDS: Readonly<Record<DeviceKind, string>> = {
  probe: 'thermometer',
  scale: 'scale',
  climate: 'climate sensor',
  printer: 'label printer',
};

/** Chosen for a probe that is at no bowl. */
const POTS = ' pots';

/** What measures and prints: when it was heard last, what it said; a new one gets its token here. */
@Component({
  selector: 'al-device-list',
  imports: [MatButtonModule, ChoiceField, SimulatedPrinter, SimulatedTerminal, TextField],
  providers: [FieldErrors],
  template: `
    <table class="ruled" aria-label="Devices">
      <thead>
        <tr>
          <th scope="col">Device</th>
          <th scope="col">Is</th>
          <th scope="col">Last reading</th>
          <th scope="col">Last heard</th>
          <th scope="col"><span class="visually-hidden">What to do</span></th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.id) {
          <tr>
            <th scope="row">{{ row.name }}</th>
            <td>{{ row.kind }}</td>
            <td class="figure">{{ row.last }}</td>
            <td>{{ row.heard }}</td>
            <td>
              @if (!row.isSimulated) {
                <button matButton="outlined" type="button" (click)="remove(row.id)">Remove</button>
              }
            </td>
          </tr>
        } @empty {
          <tr>
            <td colspan="5" class="soft">No device is connected yet. Add one below.</td>
          </tr>
        }
      </tbody>
    </table>
    <section class="card" aria-label="A new device">
      <h2>A new device</h2>
      <div class="row">
        <al-text class="wide" [control]="form.controls.name" at="/name" />
        <al-choice label="Is a" [control]="form.controls.kind" [choices]="kinds" />
        @if (form.controls.kind.value === 'climate') {
          <al-choice label="In" [control]="form.controls.zone" [choices]="zones()" at="/zone" />
        }
        @if (form.controls.kind.value === 'printer') {
          <al-choice label="With a roll of" [control]="form.controls.sheet" [choices]="rolls" at="/sheet" />
        }
        @if (isAtBowl()) {
          <al-choice
            label="At"
            [control]="form.controls.bowl"
            [choices]="bowls()"
            at="/bowl"
            wanted="Choose a bowl."
          />
        }
      </div>
      @if (trouble(); as text) {
        <p class="note over" role="alert">{{ text }}</p>
      }
      <button matButton="filled" type="button" (click)="take()">Add it</button>
      @if (taken(); as told) {
        <div class="note care" role="status">
          <p>The token of {{ told.device.name }}, told this once. Write it into the device:</p>
          <p class="figure token">{{ told.token }}</p>
        </div>
      }
    </section>
    <al-simulated-terminal />
    @if (hasSimulatedPrinter()) {
      <al-simulated-printer />
    }
    @if (labels().length > 0) {
      <h2>Labels</h2>
      <table class="ruled" aria-label="Labels">
        <tbody>
          @for (label of labels(); track label.id) {
            <tr>
              <th scope="row">{{ label.title }}</th>
              <td>{{ label.lines.join(' · ') }}</td>
              <td>
                @if (label.pdf; as pdf) {
                  <a target="_blank" [href]="pdf">look at it</a>
                }
                {{ label.printedAt ? 'printed' : 'to be printed' }}
              </td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    .card {
      margin: 16px 0;
    }
    .card > button {
      justify-self: start;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
    }
    .wide {
      flex: 1 1 220px;
    }
    .token {
      overflow-wrap: anywhere;
      user-select: all;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DeviceList {
  private readonly api = inject(Api);
  private readonly papers = inject(PapersApi);
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  private readonly devices = signal<readonly Device[]>([]);
  protected readonly labels = signal<readonly LabelView[]>([]);
  protected readonly taken = signal<DeviceTaken | null>(null);
  private readonly failed = signal<Trouble | null>(null);
  private readonly destroyed = inject(DestroyRef);
  protected readonly kinds = choicesOf(KINDS);
  protected readonly rolls = LABEL_SHEETS.filter(({ id }) => ROLLS.includes(id)).map((sheet) => ({
    id: sheet.id,
    name: sizeText(sheet),
  }));
  protected readonly hasSimulatedPrinter = computed(() =>
    this.devices().some(({ kind, isSimulated }) => kind === 'printer' && isSimulated),
  );
  protected readonly form = new FormGroup({
    name: nameControl(''),
    kind: new FormControl<DeviceKind>(DEVICE_KINDS[0], { nonNullable: true }),
    bowl: new FormControl('', { nonNullable: true }),
    zone: new FormControl('', { nonNullable: true }),
    sheet: new FormControl(USUAL_ROLL, { nonNullable: true }),
  });
  protected readonly trouble = computed(() => {
    const trouble = this.failed();
    return trouble && troubleText(trouble);
  });
  private readonly kind = toSignal(this.form.controls.kind.valueChanges, {
    initialValue: this.form.controls.kind.value,
  });
  protected readonly bowls = computed(() => {
    const bowls = (this.workshop()?.bowls ?? []).map(({ id, name }) => ({ id, name }));
    return this.kind() === 'probe' ? [{ id: POTS, name: 'the pots on the stove' }, ...bowls] : bowls;
  });
  protected readonly zones = computed(() => [
    { id: '', name: 'the kitchen' },
    ...(this.workshop()?.zones ?? []).map(({ id, name }) => ({ id, name })),
  ]);
  protected readonly rows = computed(() => {
    const wall = new WallTime(this.workshop()?.timeZone ?? 'UTC');
    const { bowls = [], zones = [] } = this.workshop() ?? {};
    const places = new Map([...bowls, ...zones].map((place) => [place.id, place.name]));
    return this.devices().map(({ id, name, kind, bowl, zone, isSimulated, lastHeardAt, last }) => ({
      ...{ id, name, isSimulated },
      kind: [KINDS[kind], places.get(bowl ?? zone ?? ''), isSimulated && 'simulated']
        .filter(Boolean)
        .join(', '),
      last: last.map(({ kind: of, value }) => SAID[of](value)).join(', ') || '–',
      heard: lastHeardAt ? wall.dayTime(Date.parse(lastHeardAt)) : 'never',
    }));
  });

  constructor() {
    inject(FieldErrors).from(this.failed);
    inject(Actions)
      .pipe(ofType(LiveActions.readingsChanged, LiveActions.labelsChanged), takeUntilDestroyed())
      .subscribe(() => this.read());
    this.read();
  }

  protected isAtBowl(): boolean {
    return ['probe', 'scale'].includes(this.form.controls.kind.value);
  }

  protected take(): void {
    const { name, kind, bowl, zone, sheet } = this.form.getRawValue();
    this.failed.set(null);
    this.api
      .takeDevice({
        name: name.trim(),
        kind,
        bowl: this.isAtBowl() && bowl !== POTS ? bowl : null,
        ...(kind === 'climate' && { zone: zone || null }),
        ...(kind === 'printer' && { sheet }),
      })
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe({
        next: (taken) => {
          this.taken.set(taken);
          this.form.controls.name.reset('');
          this.read();
        },
        error: (error: unknown) => this.failed.set(troubleOf(error)),
      });
  }

  protected remove(id: string): void {
    this.api
      .removeDevice(id)
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe({ next: () => this.read(), error: (error: unknown) => this.failed.set(troubleOf(error)) });
  }

  private read(): void {
    const fail = (error: unknown): void => this.failed.set(troubleOf(error));
    this.api
      .devices()
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe({ next: (devices) => this.devices.set(devices), error: fail });
    this.papers
      .labels()
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe({ next: (labels) => this.labels.set(labels), error: fail });
  }
}

const SAID = {
  celsius: (value: number): string => temperature(value),
  grams: (value: number): string => mass(value),
  humidity: (value: number): string => `${Math.round(value)}% humidity`,
} as const;
