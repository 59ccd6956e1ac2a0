import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Piece } from '@alnage/contract';
import { InputError } from '@alnage/core/input';
import { fillingBound, secondsForWall } from '@alnage/core/melting';
import { celsiusOf } from '@alnage/core/bench';
import type { Celsius } from '@alnage/core/temper';
import { mouldWords, mouldWorkOf, type GuideTold, type MouldWork } from '../../shared/bench/mould-words';
import { wholeFormOf, wholeWords } from '../../shared/bench/whole-words';
import { temperature } from '../../shared/formats/formats';
import { windowsIn } from '../../shared/coating-windows';
import { WorkshopClock } from '../../state/workshop-clock';
import { BenchStore } from '../bench.store';

/** Moulds stand in the room where nobody measures it. Shop default. */
const ROOM_CELSIUS = 20;

/** How a mould is cast, filled, capped and emptied, or a mix spooned and a slab poured, in the stage that is in hand; nothing for a dip. */
@Component({
  selector: 'al-form-guide',
  imports: [MatButtonModule],
  template: `
    @if (told(); as told) {
      <section class="guide" [attr.aria-label]="isMould() ? 'At the mould' : 'How it is made'">
        <ol>
          @for (step of told.steps; track $index) {
            <li>{{ step }}</li>
          }
        </ol>
        @if (told.waitSeconds; as seconds) {
          <button matButton="outlined" type="button" (click)="time(seconds)">Time {{ seconds }} s</button>
        }
        <p class="note care">{{ told.danger }}</p>
      </section>
    }
  `,
  styleUrl: './form-guide.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FormGuide {
  private readonly bench = inject(BenchStore);
  private readonly clock = inject(WorkshopClock);

  /** The piece that is cast, and what is done of it; null where it is none of a mould. */
  private readonly cast = computed(() => {
    const work = this.bench.current()?.work;
    if (work?.kind !== 'stage') return null;
    const piece = this.bench.pieces().find(({ id }) => id === work.product);
    if (piece?.form.kind !== 'moulded') return null;
    const part = mouldWorkOf(work.stage, piece.route);
    return part && { part, form: piece.form, dipRange: piece.dipRange };
  });
  protected readonly isMould = computed(() => this.cast() !== null);
  protected readonly told = computed(() => this.whole() ?? this.atMould());

  /** How what is mixed, spooned or poured in this stage is made. */
  private readonly whole = computed((): GuideTold | null => {
    const work = this.bench.current()?.work;
    if (work?.kind !== 'stage') return null;
    const piece = this.bench.pieces().find(({ id }) => id === work.product);
    const form = piece && wholeFormOf(piece, work.stage);
    return form ? wholeWords(form, work.startPieces, coolText(piece.dipRange)) : null;
  });

  private readonly atMould = computed((): GuideTold | null => {
    const [cast, workshop] = [this.cast(), this.bench.workshop()];
    const coating = workshop?.coatings.find(({ id }) => id === cast?.form.coating);
    if (!cast || !workshop || !coating) return null;
    const { part, form } = cast;
    const mouldCelsius = this.bench.roomCelsius() ?? ROOM_CELSIUS;
    const windows = windowsIn(workshop, coating);
    const bowlCelsius = this.probeOf(part) ?? middle(cast.dipRange ? celsiusOf(cast.dipRange) : windows.work);
    const wait = { yieldPa: coating.yieldPa, windowLowCelsius: coating.windowLowCelsius, bowlCelsius };
    return mouldWords(part, {
      ...{ form, mouldCelsius, filling: fillingBound(windows.crystals.low) },
      seconds: secondsOr(() => secondsForWall(form.wallMm, { ...wait, mouldCelsius })),
    });
  });

  /** What the probe of the bowl shows while shells are cast out of it. */
  private probeOf(part: MouldWork): number | null {
    return part === 'shell' ? (this.bench.heat()?.celsius ?? null) : null;
  }

  /** Has everybody called when the mould is to be emptied. */
  protected time(seconds: number): void {
    this.bench.do({
      kind: 'timer',
      name: 'Empty the mould',
      endsAt: Math.round(this.clock.precise() + seconds * 1000),
    });
  }
}

/** Of what is told to bring the coating to first; '' where its window is told at the bowl anyway. */
function coolText(range: Piece['dipRange']): string {
  if (!range) return '';
  const [low, high] = [temperature(range.lowCelsius), temperature(range.highCelsius)];
  return `Bring the coating between ${low} and ${high} first: see the probe.`;
}

function middle({ low, high }: Celsius): number {
  return (low + high) / 2;
}

/** A probe that lies in the air tells no wall. */
function secondsOr(of: () => number | null): number | null {
  try {
    return of();
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}
