import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';

import { TROUBLES, TROUBLE_SIGNS, type TroubleQuestion, type TroubleSign } from '@alnage/core';
import { EFFECT_WORDS, SIGN_WORDS, TROUBLE_CAUSES } from '../bench-words';
import { BenchStore } from '../bench.store';

/** From what is seen to what lies behind it, a question at a time; ends in what to do and what it does to the plan. */
@Component({
  selector: 'al-trouble-panel',
  imports: [MatButtonModule],
  template: `
    <section class="card" aria-label="Something went wrong">
      @if (found(); as found) {
        <h2>{{ name(found) }}</h2>
        <p class="told">{{ remedy(found) }}</p>
        <p class="note" [class.care]="found.effect !== 'none'" [class.over]="found.effect === 'lose-melt'">
          {{ effects[found.effect] }}
        </p>
        <div class="buttons">
          <button matButton="outlined" type="button" class="big" (click)="back()">Something else</button>
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
      } @else if (question(); as question) {
        <h2>{{ signs[sign()!] }}</h2>
        <p class="told">{{ ask(question) }}</p>
        <div class="buttons">
          <button matButton="outlined" type="button" class="big" (click)="answer(false)">No</button>
          <button matButton="filled" type="button" class="big" (click)="answer(true)">Yes</button>
        </div>
        <button matButton="outlined" type="button" (click)="back()">Back to the signs</button>
      } @else {
        <h2>What do you see?</h2>
        <div class="choices">
          @for (each of all; track each) {
            <button matButton="outlined" type="button" class="big" (click)="see(each)">
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
  protected readonly sign = signal<TroubleSign | null>(null);
  private readonly asked = signal(0);
  private readonly isSaid = signal(false);
  private readonly causes = computed((): readonly TroubleQuestion[] => {
    const sign = this.sign();
    return sign ? TROUBLES[sign] : [];
  });
  /** The cause that was said yes to, or the only one that is left. */
  protected readonly found = computed(() => {
    const [causes, asked] = [this.causes(), this.asked()];
    const last = causes.length - 1;
    if (causes.length === 0) return null;
    return this.isSaid() || asked >= last ? causes[Math.min(asked, last)]! : null;
  });
  protected readonly question = computed(() => this.causes()[this.asked()] ?? null);

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

  protected see(sign: TroubleSign): void {
    this.sign.set(sign);
  }

  protected answer(isSo: boolean): void {
    if (isSo) this.isSaid.set(true);
    else this.asked.update((asked) => asked + 1);
  }

  protected back(): void {
    this.sign.set(null);
    this.asked.set(0);
    this.isSaid.set(false);
  }

  protected keep(next: 'reject' | 'mend' | null): void {
    const [sign, found] = [this.sign(), this.found()];
    if (!sign || !found) return;
    this.bench.do({ kind: 'trouble', trouble: { sign, cause: found.cause }, note: '' });
    this.bench.open(next);
  }
}
