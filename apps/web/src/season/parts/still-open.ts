import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { PieceBooked, PieceOffer, SeasonFigures } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { count, duration } from '../../shared/formats/formats';
import { dayText, WallTime } from '../../shared/formats/wall-time';
import { troubleText } from '../../shared/problem-text';
import { Api } from '../../state/api';
import { troubleOf } from '../../state/problem';
import { workshopFeature } from '../../state/workshop.state';

const STATES: Readonly<Record<PieceBooked['state'], { word: string; mark: string; tone: string }>> = {
  open: { word: 'open', mark: '●', tone: 'well' },
  closed: { word: 'closed', mark: '×', tone: 'over' },
  over: { word: 'over', mark: '–', tone: 'soft' },
};

/** What can still be ordered, until when, and how much of what was hoped for is booked; closed with one press. */
@Component({
  selector: 'al-still-open',
  imports: [MatButtonModule],
  template: `
    <h2>Still open to order</h2>
    <table class="ruled" aria-label="Still open to order">
      <thead>
        <tr>
          <th scope="col">Piece</th>
          <th scope="col">Booked</th>
          <th scope="col">Ordering</th>
          <th scope="col"><span class="visually-hidden">Close or open</span></th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.piece) {
          <tr>
            <th scope="row">
              {{ row.name }}
              @if (row.days) {
                <small>{{ row.days }}</small>
              }
            </th>
            <td class="booked">
              <span class="figure">{{ row.booked }}</span>
              @if (row.share !== null) {
                <span class="bar" aria-hidden="true"><span [style.width.%]="row.share"></span></span>
              }
            </td>
            <td>
              <span [class]="row.tone"
                ><span aria-hidden="true">{{ row.mark }}</span> {{ row.word }}</span
              >
              @if (row.until) {
                <small>{{ row.until }}</small>
              }
            </td>
            <td class="number">
              <button
                matButton="outlined"
                type="button"
                [attr.aria-label]="(row.isClosed ? 'Open ' : 'Close ') + row.name"
                (click)="close(row.piece, !row.isClosed)"
              >
                {{ row.isClosed ? 'Open' : 'Close' }}
              </button>
            </td>
          </tr>
        }
      </tbody>
    </table>
    @if (trouble(); as text) {
      <p class="over" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    h2 {
      font: 600 14px/1.4 var(--text);
    }
    small {
      display: block;
      color: var(--soft-ink);
      font-size: 12px;
    }
    .booked {
      min-width: 110px;
      white-space: nowrap;
    }
    .bar {
      display: block;
      height: 4px;
      margin-top: 3px;
      background: var(--rule);
    }
    .bar > span {
      display: block;
      max-width: 100%;
      height: 100%;
      background: var(--woad);
    }
    td,
    th {
      vertical-align: middle;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StillOpen {
  readonly figures = input.required<SeasonFigures>();

  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly names = this.store.selectSignal(workshopFeature.selectPieceNames);
  protected readonly trouble = signal('');

  protected readonly rows = computed(() => {
    const workshop = this.workshop();
    if (!workshop?.season) return [];
    const wall = new WallTime(workshop.timeZone);
    const offers = workshop.seasons.find(({ id }) => id === workshop.season?.id)?.offers ?? [];
    const terms = new Map(offers.map((offer) => [offer.piece, offer]));
    const [first, last] = [workshop.season.days[0]!.date, workshop.season.days.at(-1)!.date];
    return this.figures().booked.map(({ piece, pieces, targetPieces, state, until, from, to }) => ({
      piece,
      name: this.names().get(piece) ?? piece,
      days: from === first && to === last ? '' : `${dayText(from)} to ${dayText(to)}`,
      booked: targetPieces === null ? count(pieces) : `${count(pieces)} of ${count(targetPieces)}`,
      share: targetPieces === null ? null : (100 * pieces) / targetPieces,
      ...STATES[state],
      until: state === 'open' ? untilText(terms.get(piece), (at) => wall.dayTime(Date.parse(at)), until) : '',
      isClosed: state === 'closed',
    }));
  });

  /** Closes a piece for new orders, or opens it again; the server’s event then brings the figures. */
  protected close(piece: string, isClosed: boolean): void {
    this.trouble.set('');
    this.api.closePiece({ piece, isClosed }).subscribe({
      error: (error: unknown) => this.trouble.set(troubleText(troubleOf(error))),
    });
  }
}

/** Until when a piece can be ordered: a day and hour, so long before each pickup, or the earlier of both. */
function untilText(
  offer: PieceOffer | undefined,
  dayTime: (instant: string) => string,
  until: string | null,
): string {
  if (!offer || until === null) return '';
  const before = offer.hoursBefore === null ? '' : `${duration(offer.hoursBefore * 60)} before pickup`;
  if (offer.orderBy === null) return `until ${before}`;
  return before ? `until ${dayTime(until)}, and ${before}` : `until ${dayTime(until)}`;
}
