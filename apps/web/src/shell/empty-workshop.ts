import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Workshop } from '@alnage/contract';

/** What an empty workshop still needs, in the order in which it is needed. */
@Component({
  selector: 'al-empty-workshop',
  imports: [RouterLink, MatButtonModule],
  template: `
    <main>
      <h1>Nothing is set up yet</h1>
      <p>
        {{ workshop().name }} is empty. Before an order can be taken it needs these, in this order; what is
        there already is counted.
      </p>
      <ol>
        @for (need of needs(); track need.name) {
          <li>
            <strong>{{ need.name }}</strong> – {{ need.why }}
            <span class="figure">{{ need.count }}</span>
          </li>
        }
      </ol>
      <p class="actions">
        <a matButton="filled" routerLink="/workshop/coatings">Describe coatings, bowls and zones</a>
        <a matButton="outlined" routerLink="/pieces/new">Describe a piece</a>
      </p>
      <p class="note">
        People and the season cannot be entered yet in this version. To see a workshop at work, stop Alnage,
        remove its data folder <code>.alnage</code>, and start it with the demo:
        <code>ALNAGE_DEMO=on npm start</code>.
      </p>
    </main>
  `,
  styles: `
    main {
      display: grid;
      gap: 14px;
      max-width: 640px;
      padding: 24px 20px;
    }
    ol {
      display: grid;
      gap: 8px;
      margin: 0;
      padding-left: 24px;
    }
    .actions {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .figure {
      margin-left: 8px;
      color: var(--soft-ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EmptyWorkshop {
  readonly workshop = input.required<Workshop>();
  readonly pieceCount = input.required<number>();

  protected readonly needs = computed(() => {
    const workshop = this.workshop();
    return [
      {
        name: 'Coatings',
        why: 'what is melted, with its window and allergens',
        count: workshop.coatings.length,
      },
      {
        name: 'Bowls',
        why: 'how much each holds, and the tail that cannot be dipped',
        count: workshop.bowls.length,
      },
      { name: 'Zones', why: 'fridge, racks and shelves, counted in trays', count: workshop.zones.length },
      { name: 'People', why: 'skills, pace and shifts', count: workshop.people.length },
      { name: 'Pieces', why: 'what is dipped, how, and how long it keeps', count: this.pieceCount() },
      { name: 'A season', why: 'the days on which orders are collected', count: workshop.season ? 1 : 0 },
    ];
  });
}
