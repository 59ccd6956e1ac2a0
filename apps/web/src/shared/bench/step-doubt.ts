import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { MeltSchool, StepDoubt } from '@alnage/core/temper';
import { doubtWords, stepDone } from './temper-words';

/** Asks about a step that somebody calls done and the probe does not. */
@Component({
  selector: 'al-step-doubt',
  imports: [MatButtonModule],
  template: `
    <section #asked class="note over" tabindex="-1" role="alertdialog" aria-label="The probe says otherwise">
      <h2>Not by the probe</h2>
      <p>{{ told() }}</p>
      <div class="buttons">
        <button matButton="filled" type="button" (click)="left.emit()">Not yet</button>
        <button matButton="outlined" type="button" (click)="confirmed.emit()">
          The probe is wrong: {{ done() }}
        </button>
      </div>
    </section>
  `,
  styles: `
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin-top: 8px;
    }
    button {
      min-height: 48px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StepDoubtNote {
  readonly doubt = input.required<StepDoubt>();
  readonly school = input.required<MeltSchool>();
  readonly confirmed = output();
  readonly left = output();
  private readonly asked = viewChild.required<ElementRef<HTMLElement>>('asked');
  protected readonly told = computed(() => doubtWords(this.doubt(), this.school()));
  protected readonly done = computed(() => {
    const text = stepDone(this.doubt().step, this.school());
    return text.charAt(0).toLowerCase() + text.slice(1);
  });

  constructor() {
    // no key that is pressed once more says yes
    afterNextRender(() => this.asked().nativeElement.focus());
  }
}
