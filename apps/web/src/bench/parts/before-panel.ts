import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  output,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { workTitle } from '../bench-rows';
import { BenchStore } from '../bench.store';

/** Asks about the stage before, which nobody has written down as done: a coat goes on what is there. */
@Component({
  selector: 'al-before-panel',
  imports: [MatButtonModule],
  template: `
    @if (told(); as told) {
      <section #asked class="card" tabindex="-1" role="alertdialog" aria-label="Is the stage before done?">
        <h2>Is “{{ told.title }}” done?</h2>
        <p>
          Nobody has written down that it is. It was planned for {{ told.from }}–{{ told.to }},
          {{ told.who }}.
        </p>
        <div class="buttons">
          @for (each of told.by; track each.id) {
            <button matButton="filled" type="button" class="big" (click)="confirm(each.id)">
              {{ told.by.length > 1 ? each.name + ': it is done' : 'It is done; begin' }}
            </button>
          }
          <button matButton="outlined" type="button" class="big" (click)="bench.choose(told.key)">
            Go to it
          </button>
          <button matButton="outlined" type="button" class="big" (click)="bench.open(null)">Not yet</button>
        </div>
        <p class="soft">“It is done” is written down in the name of {{ told.names }}.</p>
      </section>
    }
  `,
  styleUrl: './panel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BeforePanel {
  /** Somebody said that it is done: the work may begin. */
  readonly confirmed = output();
  protected readonly bench = inject(BenchStore);
  private readonly asked = viewChild<ElementRef<HTMLElement>>('asked');
  protected readonly told = computed(() => {
    const [before, words] = [this.bench.before(), this.bench.words()];
    if (!before || !words) return null;
    const { work } = before;
    const people = this.bench.workshop()?.people ?? [];
    const signer = people.find(({ id }) => id === this.bench.signer());
    const by = signer ? [signer] : people;
    return {
      key: work.key,
      title: workTitle(work, words),
      from: words.near(work.start, this.bench.nowMinute()),
      to: words.near(work.end, work.start),
      who: words.person(work.person),
      // at a bowl nobody may be chosen: then whoever says so says who it is
      by,
      names: by.length === 1 ? by[0]!.name : 'whoever says so',
    };
  });

  constructor() {
    // it comes into sight, and no key that is pressed once more says yes
    afterNextRender(() => this.asked()?.nativeElement.focus());
  }

  protected confirm(by: string): void {
    const before = this.bench.before();
    if (!before) return;
    this.bench.do({ kind: 'end' }, before.work.key, by);
    this.bench.open(null);
    this.confirmed.emit();
  }
}
