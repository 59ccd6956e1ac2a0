import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Store } from '@ngrx/store';
import { Outbox } from '../../shared/bench/outbox';
import { count, counted } from '../../shared/formats/formats';
import { PlanDifference } from '../../shared/plan/plan-difference';
import { taskText } from '../../shared/plan/task-words';
import { otherFieldTexts, troubleText } from '../../shared/problem-text';
import { planFeature } from '../../state/plan.state';
import { delayText, missingText, troublesOf } from '../bench-rows';
import { BenchStore } from '../bench.store';
import { MendStore } from '../mend.store';

const NAMED = 6;

/** What went otherwise today, the plan mended with it, and the yes that makes everybody work by it. */
@Component({
  selector: 'al-mend-panel',
  imports: [MatButtonModule, MatProgressBarModule, PlanDifference],
  templateUrl: './mend-panel.html',
  styleUrl: './panel.scss',
  providers: [MendStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MendPanel {
  protected readonly bench = inject(BenchStore);
  protected readonly mend = inject(MendStore);
  protected readonly outbox = inject(Outbox);
  private readonly saveTrouble = inject(Store).selectSignal(planFeature.selectSaveTrouble);

  protected readonly happened = computed(() => {
    const [bench, words] = [this.bench.bench(), this.bench.words()];
    return bench && words ? troublesOf(bench, words) : [];
  });
  /** What happened has to be written down before it can be mended. */
  protected readonly canAsk = computed(
    () => this.outbox.waiting().length === 0 && (this.happened().length > 0 || this.mend.away() !== null),
  );
  protected readonly people = computed(() => this.bench.workshop()?.people ?? []);
  protected readonly open = computed(() => {
    const [bench, words, mended] = [this.bench.bench(), this.bench.words(), this.mend.mended()];
    if (!bench || !words || !mended) return [];
    const texts = [
      ...mended.open.map((each) => missingText(each, bench, words)),
      ...mended.late.map((each) => delayText(each, bench, words)),
      ...mended.offHours.map((task) => `nobody can take over ${taskText(task, words)}`),
    ];
    return texts.length > NAMED ? [...texts.slice(0, NAMED), `and ${texts.length - NAMED} more`] : texts;
  });
  protected readonly summary = computed(() => {
    const mended = this.mend.mended();
    if (!mended) return '';
    const { before, after, changes } = mended;
    const met = before.unmetPieces - after.unmetPieces;
    const all = counted(before.unmetPieces, 'missing piece');
    const come = after.unmetPieces === 0 ? `All ${all}` : `${count(met)} of ${all}`;
    const gain = met > 0 ? `${come} come after all; ` : '';
    return `${gain}${count(changes.moved.length)} of ${counted(changes.told, 'task')} that people were told move.`;
  });
  protected readonly faults = computed(() => {
    const trouble = this.mend.trouble() ?? this.saveTrouble();
    return trouble ? [troubleText(trouble), ...otherFieldTexts(trouble, () => false)] : [];
  });
}
