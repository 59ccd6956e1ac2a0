import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { REJECT_CAUSES, type RejectCause } from '@alnage/core/bench';
import { REJECT_WORDS } from '../../shared/bench/reject-words';
import { BenchStore } from '../bench.store';

/** Counts pieces that are not good enough, with the cause. */
@Component({
  selector: 'al-reject-panel',
  imports: [MatButtonModule],
  template: `
    <section class="card" aria-label="Reject">
      <h2>How many, and why?</h2>
      <div class="count">
        <button matButton="outlined" type="button" class="big" aria-label="One less" (click)="add(-1)">
          −
        </button>
        <span aria-live="polite">{{ pieces() }}</span>
        <button matButton="outlined" type="button" class="big" aria-label="One more" (click)="add(1)">
          +
        </button>
      </div>
      <div class="choices" role="group" aria-label="Cause">
        @for (cause of causes; track cause) {
          <button matButton="outlined" type="button" class="big" (click)="reject(cause)">
            {{ words[cause] }}
          </button>
        }
      </div>
      <div class="buttons">
        <button matButton="outlined" type="button" class="big" (click)="bench.open(null)">None</button>
      </div>
    </section>
  `,
  styleUrl: './panel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RejectPanel {
  protected readonly bench = inject(BenchStore);
  protected readonly causes = REJECT_CAUSES;
  protected readonly words = REJECT_WORDS;
  protected readonly pieces = signal(1);

  protected add(by: number): void {
    this.pieces.update((pieces) => Math.max(1, pieces + by));
  }

  protected reject(cause: RejectCause): void {
    this.bench.do({ kind: 'reject', pieces: this.pieces(), cause });
    this.bench.open(null);
  }
}
