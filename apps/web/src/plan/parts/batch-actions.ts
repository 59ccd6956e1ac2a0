import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { PlanActions, planFeature } from '../../state/plan.state';
import { ChoiceField } from '../../shared/forms/choice-field';
import { EntryField } from '../../shared/forms/entry-field';
import { count } from '../../shared/formats/formats';
import { PlanMoveStore } from '../plan-move.store';
import { PlanPageStore } from '../plan.store';

/** What can be done by hand to the chosen batch: carry it, pin it, split it, make it with another. */
@Component({
  selector: 'al-batch-actions',
  imports: [ChoiceField, EntryField, MatButtonModule],
  template: `
    @if (page.isNewest() && page.chosen(); as batch) {
      <div class="row">
        <button
          matButton="outlined"
          type="button"
          [disabled]="!page.canMove()"
          (click)="move.pickUp(batch.id, null)"
        >
          Move by hand
        </button>
        <button matButton="outlined" type="button" [disabled]="isBusy()" (click)="pin()">
          {{ isPinned() ? 'Unpin' : 'Pin here' }}
        </button>
      </div>
      @if (page.canMove()) {
        @if (batch.pieces > 1) {
          <div class="row">
            <al-entry
              class="pieces"
              type="number"
              label="Pieces first"
              [value]="pieces()"
              (typed)="pieces.set(+$event)"
            />
            <button matButton type="button" [disabled]="isBusy()" (click)="move.split(batch.id, pieces())">
              Split off {{ count(rest()) }}
            </button>
          </div>
        }
        @if (alike().length > 0) {
          <div class="row">
            <al-choice
              class="other"
              label="Make with"
              [choices]="alike()"
              [value]="other()"
              (chosen)="other.set($event)"
            />
            <button
              matButton
              type="button"
              [disabled]="isBusy() || !other()"
              (click)="move.merge(batch.id, other())"
            >
              Join
            </button>
          </div>
        }
      } @else if (!isPinned()) {
        <p class="soft">What has begun stays where it is, with all that depends on it.</p>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    .row {
      display: flex;
      align-items: center;
      gap: 8px;
    }
    .pieces {
      flex: 1;
    }
    .other {
      flex: 1;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BatchActions {
  protected readonly page = inject(PlanPageStore);
  protected readonly move = inject(PlanMoveStore);
  private readonly store = inject(Store);
  private readonly isSaving = this.store.selectSignal(planFeature.selectIsSaving);
  protected readonly count = count;
  protected readonly isBusy = computed(() => this.isSaving() || this.page.isPlanning());
  protected readonly isPinned = computed(() => this.page.pins().has(this.page.chosenId() ?? ''));
  protected readonly pieces = linkedSignal(() => Math.floor((this.page.chosen()?.pieces ?? 2) / 2));
  protected readonly rest = computed(() => Math.max(0, (this.page.chosen()?.pieces ?? 0) - this.pieces()));
  protected readonly alike = computed(() => {
    const words = this.page.words();
    if (!words) return [];
    return this.page.alike().map(({ id, pieces, stages }) => ({
      id,
      name: `${id}: ${count(pieces)}, begins ${words.time(stages[0]!.start)}`,
    }));
  });
  protected readonly other = linkedSignal(() => this.alike()[0]?.id ?? '');

  protected pin(): void {
    const [batch, saved] = [this.page.chosenId(), this.page.saved()];
    if (!batch || !saved) return;
    const ask = { version: saved.version, hold: { batch }, isHeld: !this.isPinned() };
    this.store.dispatch(PlanActions.holdAsked({ ask }));
  }
}
