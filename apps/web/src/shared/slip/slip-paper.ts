import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { Slips } from './slips';

/** The slip of paper that tells what was just done. */
@Component({
  selector: 'al-slip',
  imports: [MatButtonModule, RouterLink],
  template: `
    <div role="status">
      @if (slips.slip(); as slip) {
        <div class="slip">
          <p>{{ slip.text }}</p>
          @if (slip.seen; as seen) {
            <a [routerLink]="seen.link" [queryParams]="{ record: seen.record }">{{ seen.words }}</a>
          }
          @if (canUndo()) {
            <button matButton="outlined" type="button" (click)="undo()">Undo</button>
          }
          <button
            matButton
            type="button"
            class="away"
            aria-label="Put the slip away"
            (click)="slips.putAway()"
          >
            ×
          </button>
        </div>
      }
    </div>
  `,
  styles: `
    .slip {
      display: flex;
      align-items: center;
      gap: 4px 8px;
      padding: 4px 4px 4px 12px;
      border: 1px solid var(--rule-ink);
      border-bottom-style: dashed;
      background: var(--linen);
    }
    p {
      flex: 1;
      font: 500 15px/1.35 var(--heading);
    }
    a {
      font: 600 15px/44px var(--text);
    }
    .away {
      min-width: 44px;
      padding: 0;
      font-size: 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SlipPaper {
  protected readonly slips = inject(Slips);
  protected readonly canUndo = computed(() => {
    const slip = this.slips.slip();
    return Boolean(slip?.undo) && (slip!.canUndo?.() ?? true);
  });

  protected undo(): void {
    const slip = this.slips.slip();
    this.slips.putAway();
    slip?.undo?.();
  }
}
