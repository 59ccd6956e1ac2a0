import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  KITCHEN_SIGNS,
  KITCHEN_TROUBLES,
  type KitchenCause,
  type KitchenSign,
  type KitchenWork,
} from '@alnage/core/recipes';
import { CauseSearch } from '../../shared/cause-search';
import { KITCHEN_SIGN_WORDS, KITCHEN_WORK_WORDS, kitchenCause } from '../kitchen-words';

/** From what is seen of sugar, dough, ganache or shells to what lies behind it; ends in what to do now and next time. */
@Component({
  selector: 'al-kitchen-trouble',
  imports: [MatButtonModule],
  template: `
    <section class="card" aria-label="Something went wrong">
      @if (search.found(); as cause) {
        <h2>{{ signs[search.sign()!] }}: {{ told(cause).name }}</h2>
        <dl class="facts">
          <div>
            <dt>Now</dt>
            <dd>{{ told(cause).now }}</dd>
          </div>
          <div>
            <dt>Next time</dt>
            <dd>{{ told(cause).next }}</dd>
          </div>
        </dl>
        <div class="buttons">
          <button matButton="outlined" type="button" (click)="search.back()">Something else</button>
        </div>
      } @else if (search.question(); as cause) {
        <h2>{{ signs[search.sign()!] }}</h2>
        <p role="status">{{ told(cause).ask }}</p>
        <div class="buttons">
          <button matButton="outlined" type="button" (click)="search.back()">Back to the signs</button>
          <button matButton="outlined" type="button" (click)="search.answer(false)">No</button>
          <button matButton="filled" type="button" (click)="search.answer(true)">Yes</button>
        </div>
      } @else {
        <h2>Something went wrong</h2>
        @for (work of works; track work) {
          <div class="work" role="group" [attr.aria-label]="workWords[work]">
            <span class="soft">{{ workWords[work] }}</span>
            @for (sign of signsOf[work]; track sign) {
              <button matButton="outlined" type="button" (click)="search.see(sign)">{{ signs[sign] }}</button>
            }
          </div>
        }
      }
    </section>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    .work,
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
      margin-top: 10px;
    }
    .work > span {
      flex: 0 0 96px;
    }
    dd {
      max-width: 62ch;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KitchenTrouble {
  protected readonly works = Object.keys(KITCHEN_SIGNS) as KitchenWork[];
  protected readonly signsOf = KITCHEN_SIGNS;
  protected readonly workWords = KITCHEN_WORK_WORDS;
  protected readonly signs = KITCHEN_SIGN_WORDS;
  protected readonly told = kitchenCause;
  protected readonly search = new CauseSearch<KitchenSign, KitchenCause>((sign) => KITCHEN_TROUBLES[sign]);
}
