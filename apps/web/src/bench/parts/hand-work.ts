import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { workedMinutes, type StageWork } from '@alnage/core/bench';
import { count, duration } from '../../shared/formats/formats';
import { Keys } from '../../shared/keys';
import { lyingText } from '../bench-rows';
import { BenchStore } from '../bench.store';
import { BeforePanel } from './before-panel';
import { FormGuide } from './form-guide';
import { RejectPanel } from './reject-panel';
import { TroublePanel } from './trouble-panel';
import { WarmthNote } from './warmth-note';

/** Work of hands without coating – washing, rolling, packing: begun, counted where pieces fail, and done. */
@Component({
  selector: 'al-hand-work',
  imports: [BeforePanel, MatButtonModule, FormGuide, RejectPanel, TroublePanel, WarmthNote],
  template: `
    <div class="tiles">
      <div class="tile">
        <span class="soft">Pieces</span>
        <strong class="figure">{{ count(work().startPieces) }}</strong>
        <span>for {{ count(work().pieces) }} good ones</span>
      </div>
      <div class="tile">
        <span class="soft">Takes</span>
        <strong class="figure">{{ duration(work().end - work().start) }}</strong>
        <span>{{ passed() }}</span>
      </div>
      <div class="tile">
        <span class="soft">Then</span>
        <strong class="figure small">{{ trays() }} <small>trays</small></strong>
        <span>{{ rest() }}</span>
      </div>
    </div>
    <div class="work">
      <div class="left">
        @if (bench.panel() === 'before') {
          <al-before-panel (confirmed)="bench.do({ kind: 'begin' })" />
        } @else if (bench.panel() === 'reject') {
          <al-reject-panel />
        } @else if (bench.panel() === 'trouble') {
          <al-trouble-panel />
        } @else {
          <al-warmth-note />
          <al-form-guide />
          <section class="card" aria-label="For whom">
            <h2>For whom</h2>
            <table class="ruled">
              <tbody>
                @for (each of orders(); track $index) {
                  <tr>
                    <th scope="row" class="figure">{{ each.ticket }}</th>
                    <td class="figure number">{{ count(each.pieces) }}</td>
                  </tr>
                }
              </tbody>
            </table>
          </section>
        }
      </div>
      <div class="right">
        <button type="button" class="tray" (click)="tap()">
          <span>{{ isBegun() ? 'Tap when all of it is done' : 'Tap when you begin' }}</span>
          <strong>{{ isBegun() ? 'Done' : 'Begin' }}</strong>
          <kbd>Space</kbd>
        </button>
        <div class="buttons">
          <button type="button" class="act" (click)="bench.open('reject')"><strong>Reject</strong></button>
        </div>
      </div>
    </div>
  `,
  styleUrl: './dip-run.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandWork {
  protected readonly bench = inject(BenchStore);
  protected readonly count = count;
  protected readonly duration = duration;
  protected readonly work = computed(() => this.bench.current()!.work as StageWork);
  private readonly state = computed(() => this.bench.current()!.state);
  protected readonly isBegun = computed(() => this.state().begunAt !== null);
  protected readonly passed = computed(() =>
    this.isBegun() ? `${duration(workedMinutes(this.state(), this.bench.nowMs()))} at it` : 'not begun',
  );
  protected readonly trays = computed(() =>
    Math.ceil(this.work().startPieces / this.work().rest.piecesPerTray),
  );
  protected readonly rest = computed(() => {
    const words = this.bench.words();
    return words ? lyingText(this.work().rest, words) : '';
  });

  protected readonly orders = computed(() => {
    const tickets = this.bench.bench()?.tickets ?? {};
    return this.work().orders.map(({ order, pieces }) => ({ ticket: tickets[order] ?? 'spare', pieces }));
  });

  constructor() {
    inject(Keys).bind(
      { key: ' ', does: 'The big button: begin, done', run: () => this.tap() },
      { key: 'r', does: 'Reject pieces', run: () => this.bench.open('reject') },
      { key: 'e', does: 'Something went wrong', run: () => this.bench.open('trouble') },
    );
  }

  protected tap(): void {
    if (!this.isBegun()) {
      if (this.bench.before()) return this.bench.open('before');
      return this.bench.do({ kind: 'begin' });
    }
    this.bench.do({ kind: 'end' });
    this.bench.callAfterRest();
  }
}
