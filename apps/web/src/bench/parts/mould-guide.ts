import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { InputError } from '@alnage/core/input';
import { fillingBound, secondsForWall } from '@alnage/core/melting';
import { dipWindow, windowsOf } from '@alnage/core/temper';
import type { CoatingView, Workshop } from '@alnage/contract';
import { mouldWords, mouldWorkOf, type MouldTold } from '../../shared/bench/mould-words';
import { WorkshopClock } from '../../state/workshop-clock';
import { BenchStore } from '../bench.store';

/** Moulds stand in the room where nobody measures it. Shop default. */
const ROOM_CELSIUS = 20;

/** How a mould is cast, filled, capped and emptied, in the stage that is in hand; nothing where it is about none. */
@Component({
  selector: 'al-mould-guide',
  imports: [MatButtonModule],
  template: `
    @if (told(); as told) {
      <section class="guide" aria-label="At the mould">
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
  styleUrl: './mould-guide.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MouldGuide {
  private readonly bench = inject(BenchStore);
  private readonly clock = inject(WorkshopClock);

  protected readonly told = computed((): MouldTold | null => {
    const [work, workshop] = [this.bench.current()?.work, this.bench.workshop()];
    if (work?.kind !== 'stage' || !workshop) return null;
    const piece = this.bench.pieces().find(({ id }) => id === work.product);
    if (piece?.form.kind !== 'moulded') return null;
    const part = mouldWorkOf(work.stage, piece.route);
    const coating = workshop.coatings.find(({ id }) => id === piece.form.coating);
    if (!part || !coating) return null;
    const { form } = piece;
    const mouldCelsius = this.bench.roomCelsius() ?? ROOM_CELSIUS;
    const windows = windowsIn(workshop, coating);
    const { low, high } = dipWindow({ ...windows, ...dipOf(piece.dipRange) });
    const bowlCelsius = (part === 'shell' ? this.bench.heat()?.celsius : null) ?? (low + high) / 2;
    const wait = { yieldPa: coating.yieldPa, windowLowCelsius: coating.windowLowCelsius, bowlCelsius };
    return mouldWords(part, {
      ...{ form, mouldCelsius, filling: fillingBound(windows.crystals.low) },
      seconds: secondsOr(() => secondsForWall(form.wallMm, { ...wait, mouldCelsius })),
    });
  });

  /** Has everybody called when the mould is to be emptied. */
  protected time(seconds: number): void {
    this.bench.do({
      kind: 'timer',
      name: 'Empty the mould',
      endsAt: Math.round(this.clock.precise() + seconds * 1000),
    });
  }
}

function windowsIn(workshop: Workshop, coating: CoatingView) {
  const described = workshop.coatings.map(({ id, own }) => ({ ...own, id }));
  return windowsOf({ ...coating.own, id: coating.id }, described);
}

function dipOf(range: { lowCelsius: number; highCelsius: number } | null | undefined) {
  return range ? { dip: { low: range.lowCelsius, high: range.highCelsius } } : {};
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
