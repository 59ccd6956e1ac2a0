import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { TROUBLES, TROUBLE_SIGNS, type TroubleQuestion, type TroubleSign } from '@alnage/core/bench';
import { CauseSearch } from '../../shared/cause-search';
import { EFFECT_WORDS, SIGN_WORDS, TROUBLE_CAUSES } from '../bench-words';
import { BenchStore } from '../bench.store';

/** From what is seen to what lies behind it, a question at a time; ends in what to do and what it does to the plan. */
@Component({
  selector: 'al-trouble-panel',
  imports: [MatButtonModule],
  template: `
    <section class="card" aria-label="Something went wrong">
      @if (search.found(); as found) {
        <h2>{{ name(found) }}</h2>
        <p class="told">{{ remedy(found) }}</p>
        <p class="note" [class.care]="found.effect !== 'none'" [class.over]="found.effect === 'lose-melt'">
          {{ effects[found.effect] }}
        </p>
        <div class="buttons">
          <button matButton="outlined" type="button" class="big" (click)="search.back()">
            Something else
          </button>
          @if (found.effect === 'lose-pieces' || found.effect === 'hold-pieces') {
            <button matButton="outlined" type="button" class="big" (click)="keep('reject')">
              Note it and reject pieces
            </button>
          }
          @if (found.effect === 'lose-melt') {
            <button matButton="outlined" type="button" class="big" (click)="keep('mend')">
              Note it and mend the day
            </button>
          }
          <button matButton="filled" type="button" class="big" (click)="keep(null)">Note it</button>
        </div>
      } @else if (search.question(); as question) {
        <h2>{{ signs[search.sign()!] }}</h2>
        <p class="told">{{ ask(question) }}</p>
        <div class="buttons">
          <button matButton="outlined" type="button" class="big" (click)="search.answer(false)">No</button>
          <button matButton="filled" type="button" class="big" (click)="search.answer(true)">Yes</button>
        </div>
        <button matButton="outlined" type="button" (click)="search.back()">Back to the signs</button>
      } @else {
        <h2>What do you see?</h2>
        <div class="choices">
          @for (each of all; track each) {
            <button matButton="outlined" type="button" class="big" (click)="search.see(each)">
              {{ signs[each] }}
            </button>
          }
        </div>
        <div class="buttons">
          <button matButton="outlined" type="button" (click)="bench.open('mend')">
            Somebody cannot go on
          </button>
          <button matButton="outlined" type="button" (click)="bench.open(null)">Nothing, go on</button>
        </div>
      }
    </section>
  `,
  styleUrl: './panel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TroublePanel {
  protected readonly bench = inject(BenchStore);
  protected readonly all = TROUBLE_SIGNS;
  protected readonly signs = SIGN_WORDS;
  protected readonly effects = EFFECT_WORDS;
  protected readonly search = new CauseSearch<TroubleSign, TroubleQuestion>((sign) => TROUBLES[sign]);

  protected name({ cause }: TroubleQuestion): string {
    const { name } = TROUBLE_CAUSES[cause];
    return name.charAt(0).toUpperCase() + name.slice(1);
  }

  protected remedy({ cause }: TroubleQuestion): string {
    return TROUBLE_CAUSES[cause].remedy;
  }

  protected ask({ cause }: TroubleQuestion): string {
    return TROUBLE_CAUSES[cause].ask;
  }

  protected keep(next: 'reject' | 'mend' | null): void {
    const [sign, found] = [this.search.sign(), this.search.found()];
    if (!sign || !found) return;
    this.bench.do({ kind: 'trouble', trouble: { sign, cause: found.cause }, note: '' });
    this.bench.open(next);
  }
}
