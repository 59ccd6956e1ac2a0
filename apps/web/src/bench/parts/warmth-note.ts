import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { warmthText } from '../../shared/bench/warmth-words';
import { BenchStore } from '../bench.store';

/** What the warmth of the room or of the cold does to the stage in hand, as long as it is not over. */
@Component({
  selector: 'al-warmth-note',
  template: `
    @if (text(); as text) {
      <p class="note care" role="status">{{ text }}</p>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WarmthNote {
  private readonly bench = inject(BenchStore);
  protected readonly text = computed(() => {
    const [current, workshop] = [this.bench.current(), this.bench.workshop()];
    if (current?.work.kind !== 'stage' || current.isDone || !workshop) return '';
    const { product, stage } = current.work;
    const piece = this.bench.pieces().find(({ id }) => id === product);
    const air = { roomCelsius: this.bench.roomCelsius(), humidity: this.bench.humidity() };
    return piece ? warmthText(piece, stage, { workshop, air }) : '';
  });
}
