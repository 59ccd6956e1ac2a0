import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { movedTasks, planFigures } from '@alnage/core/planner';
import { count, counted, duration } from '../../shared/formats/formats';
import { changesText } from '../../shared/plan/amounts-words';
import { nearestText, placeText, refusalText } from '../../shared/plan/edit-words';
import type { PlanWords } from '../../shared/plan/plan-names';
import { blockerText } from '../../shared/plan/plan-words';
import { movedText } from '../../shared/plan/task-words';
import { PlanMoveStore } from '../plan-move.store';
import { PlanPageStore } from '../plan.store';

/** Tasks that are named at most. */
const NAMED = 8;

/** What is felt while a batch is carried, and why it could not be put down: in plain sentences. */
@Component({
  selector: 'al-move-note',
  imports: [MatButtonModule],
  template: `
    @if (carried(); as told) {
      <section class="note" [class.over]="told.standing === 'shut'" aria-live="polite">
        <h2>{{ told.title }}</h2>
        <p class="figure">{{ told.place }}</p>
        <p>{{ told.verdict }}</p>
        <div class="row">
          <button matButton="filled" type="button" (click)="move.putDown()">Put it down</button>
          <button matButton type="button" (click)="move.letGo()">Let go</button>
        </div>
        <p class="soft">
          Arrows carry it by 5 min, with Shift by 30; up and down to another lane; Enter puts it down, Esc
          lets go.
        </p>
      </section>
    } @else if (crossed(); as told) {
      <section class="note over" role="alert">
        <h2>Somebody was there before you</h2>
        <p>{{ told.text }}</p>
        @if (told.isRead) {
          <ul>
            @for (task of told.moved; track $index) {
              <li>{{ task }}</li>
            } @empty {
              <li>No task begins at another time.</li>
            }
          </ul>
          <div class="row">
            <button matButton="outlined" type="button" (click)="move.doAgain()">
              Make my change on theirs
            </button>
            <button matButton type="button" (click)="move.dismiss()">Cancel</button>
          </div>
        }
      </section>
    } @else if (refused(); as told) {
      <section class="note over" role="alert">
        <h2>It stays where it was</h2>
        <p>{{ told.text }}</p>
        @if (told.nearest; as nearest) {
          <p>Nearest free: {{ nearest.text }}.</p>
        } @else if (told.canMakeWay) {
          <p>No other place is free near there.</p>
        }
        <div class="row">
          @if (told.nearest; as nearest) {
            <button matButton="filled" type="button" (click)="move.putAt(nearest.place)">Put it there</button>
          }
          @if (told.canMakeWay) {
            @if (making(); as come) {
              @if (come.isPossible) {
                <button matButton="outlined" type="button" (click)="move.makeWay()">
                  Put it here anyway
                </button>
              }
            } @else {
              <button
                matButton="outlined"
                type="button"
                [disabled]="move.making() === 'asked'"
                (click)="move.askMaking()"
              >
                {{ move.making() === 'asked' ? 'Trying …' : 'What if others made way?' }}
              </button>
            }
          }
          <button matButton type="button" (click)="move.dismiss()">Cancel</button>
        </div>
        @if (making(); as come) {
          <p>{{ come.text }}</p>
        }
      </section>
    }
  `,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin: 8px 0;
    }
    ul {
      margin: 6px 0;
      padding-left: 18px;
    }
    h2 {
      font: 600 14px/1.4 var(--text);
    }
    p + p {
      margin-top: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MoveNote {
  protected readonly page = inject(PlanPageStore);
  protected readonly move = inject(PlanMoveStore);

  protected readonly carried = computed(() => {
    const [inHand, words, batch] = [this.move.inHand(), this.page.words(), this.page.chosen()];
    if (!inHand || !words || !batch) return null;
    const { to, from, minutes } = inHand;
    const verdict = this.move.verdict();
    const away = to.end - from.end;
    const moved = away === 0 ? '' : `, ${duration(Math.abs(away))} ${away < 0 ? 'earlier' : 'later'}`;
    return {
      title: `In hand: ${words.stage(batch.product, inHand.stage)}, ${count(batch.pieces)} ${words.piece(batch.product)}`,
      place: `${words.span(to.end - minutes, to.end)}${placeText(to, words)}${moved}`,
      standing: verdict && !verdict.isOpen ? 'shut' : 'open',
      verdict: verdictText(verdict, words),
    };
  });

  /** What somebody else made of the plan that this one’s edit was for. */
  protected readonly crossed = computed(() => {
    const [seen, newest, words] = [this.move.crossed(), this.page.saved(), this.page.words()];
    if (!seen || !newest || !words) return null;
    const isRead = newest.version !== seen.version;
    const by = newest.madeBy === null ? '' : ` by ${words.person(newest.madeBy)}`;
    const { moved } = movedTasks(seen.plan, newest.plan, newest.problem.now);
    return {
      isRead,
      text: isRead
        ? `Version ${newest.version} was made${by} from the one that you saw. Tasks that changed:`
        : 'Loading their version …',
      moved: moved.slice(0, NAMED).map((task) => movedText(task, words)),
    };
  });

  protected readonly refused = computed(() => {
    const [refusal, words] = [this.move.refusal(), this.page.words()];
    if (!refusal || !words) return null;
    const nearest = refusal.kind === 'blocked' ? refusal.nearest : null;
    return {
      text: refusalText(refusal, words),
      nearest: nearest && { place: nearest, text: nearestText(nearest, words) },
      canMakeWay: refusal.kind === 'blocked' && this.move.edit()?.kind === 'move',
    };
  });

  protected readonly making = computed(() => {
    const making = this.move.making();
    if (making === null || making === 'asked') return null;
    if (making.kind !== 'done') return { isPossible: false, text: 'Even then it cannot go there.' };
    const before = this.page.saved()!;
    const { changes, plan, report } = making;
    const unmet = report.unmetPieces - before.unmetPieces;
    const open = unmet > 0 ? `; ${counted(unmet, 'piece')} more would not be met` : '';
    const changed = changesText(planFigures(before), planFigures({ problem: before.problem, plan }));
    const comes = changed === '' ? ', with all else as it is' : `: ${changed}`;
    return {
      isPossible: true,
      text: `${counted(changes.moved.length, 'planned task')} would move${open}${comes}.`,
    };
  });
}

function verdictText(
  verdict: ReturnType<InstanceType<typeof PlanMoveStore>['verdict']>,
  words: PlanWords,
): string {
  if (!verdict) return 'Checking where it can go …';
  if (verdict.isOpen) return 'It can go here.';
  return verdict.blocker
    ? `Not here: ${blockerText(verdict.blocker, words)}`
    : 'Not here: that is too far away.';
}
