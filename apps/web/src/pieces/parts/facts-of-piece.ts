import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { workshopFeature } from '../../state/workshop.state';
import { factsTold } from '../piece-facts-rows';
import type { PieceFigures } from '../piece-figures';

/** What one piece is made of, the heaviest first, with its energy and its parts where all of it is known. */
@Component({
  selector: 'al-facts-of-piece',
  imports: [RouterLink],
  template: `
    @if (told(); as told) {
      <h2>What it is made of</h2>
      @if (told.kind === 'refused') {
        <p class="note care">{{ told.text }}</p>
      } @else {
        <ul class="ingredients" aria-label="Ingredients, the heaviest first">
          @for (each of told.ingredients; track each.name) {
            <li>
              {{ each.name }} <span class="figure">{{ each.grams }}</span>
            </li>
          } @empty {
            <li class="soft">Nothing that it is made of is said yet.</li>
          }
        </ul>
        @if (told.rows.length > 0) {
          <table class="ruled" aria-label="What it is made of">
            <thead>
              <tr>
                <th scope="col">Part</th>
                <th scope="col" class="number">A piece</th>
                <th scope="col" class="number">{{ told.perMass }}</th>
              </tr>
            </thead>
            <tbody>
              @for (row of told.rows; track row.label) {
                <tr>
                  <th scope="row" [class.part]="row.isPart">{{ row.label }}</th>
                  <td class="figure number">{{ row.perPiece }}</td>
                  <td class="figure number">{{ row.perMass }}</td>
                </tr>
              }
            </tbody>
          </table>
        }
        @if (told.missing; as text) {
          <p class="note care">
            {{ text }} <a routerLink="/workshop/supplies">Say it in Workshop, Supplies</a>.
          </p>
        }
        <p class="soft">
          A planning aid, not a declaration: where the law asks for tests, those decide. Ordinary figures
          stand for what the shop has not typed from a packet.
        </p>
      }
    }
  `,
  styleUrl: './tables.scss',
  styles: `
    .ingredients {
      margin: 4px 0 8px;
      padding: 0;
      list-style: none;
      display: flex;
      flex-wrap: wrap;
      gap: 2px 18px;
    }
    .ingredients .figure {
      margin-left: 4px;
      color: var(--soft-ink);
    }
    .part {
      padding-left: 16px;
      font-weight: 400;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FactsOfPiece {
  readonly figures = input.required<PieceFigures>();

  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly declared = this.store.selectSignal(workshopFeature.selectDeclared);
  protected readonly told = computed(() => {
    const workshop = this.workshop();
    return workshop ? factsTold(this.figures(), this.declared().book, workshop) : null;
  });
}
