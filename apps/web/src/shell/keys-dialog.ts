import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule } from '@angular/material/dialog';
import { Keys } from '../shared/keys';

/** The keys that work on the screen it is opened from. */
@Component({
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>Keyboard shortcuts</h2>
    <mat-dialog-content tabindex="0" role="group" aria-label="Keys">
      <dl class="facts">
        @for (binding of bindings(); track binding.key) {
          <div>
            <dt>{{ binding.does }}</dt>
            <dd>
              <kbd class="figure">{{ binding.key === ' ' ? 'Space' : binding.key }}</kbd>
            </dd>
          </div>
        }
      </dl>
    </mat-dialog-content>
    <mat-dialog-actions><button matButton="outlined" mat-dialog-close>Close</button></mat-dialog-actions>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeysDialog {
  private readonly keys = inject(Keys);

  /** Each key once: the one that would be taken. */
  protected readonly bindings = computed(() => {
    const all = this.keys.bindings();
    return all.filter((binding, index) => all.findIndex(({ key }) => key === binding.key) === index);
  });
}
