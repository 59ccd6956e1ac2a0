import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { height, temperatureStep } from '../shared/formats/formats';
import { Keys } from '../shared/keys';
import { Margin } from '../shared/margin/margin';
import { DoughSum } from './parts/dough-sum';
import { KitchenTrouble } from './parts/kitchen-trouble';
import { MixSums } from './parts/mix-sums';
import { MouldSum } from './parts/mould-sum';
import { SeedSum } from './parts/seed-sum';
import { GanacheSum } from './parts/ganache-sum';
import { SugarSum } from './parts/sugar-sum';

/** Sums that a kitchen does in its head: a ganache, boiling sugar, a dough for the day, seed, shells. Nothing of it is kept. */
@Component({
  imports: [
    MatButtonModule,
    RouterLink,
    Margin,
    DoughSum,
    GanacheSum,
    KitchenTrouble,
    MixSums,
    MouldSum,
    SeedSum,
    SugarSum,
  ],
  template: `
    <div class="place">
      <main>
        <div class="place-head">
          <h1>Kitchen sums</h1>
          <span class="soft">nothing here is saved; recipes are</span>
          <div class="actions">
            <a matButton="outlined" routerLink="/pieces/recipes">Recipes</a>
          </div>
        </div>
        <div class="sums">
          <al-ganache-sum />
          <al-sugar-sum />
          <al-dough-sum />
          <al-mix-sums />
          <al-seed-sum />
          <al-mould-sum />
          <al-kitchen-trouble />
        </div>
      </main>
      <al-margin>
        <h2>The rules used</h2>
        <p>
          A ganache is chocolate to cream by weight. Milk and white bind less water: they need a quarter and a
          half more chocolate. Liqueur or juice is taken off the cream, gram for gram.
        </p>
        <p>
          Sugar’s stages are written for the sea. Water boils about {{ temperatureStep(1) }} lower for every
          {{ height(300) }}, and every stage with it. Measure where water boils with your own thermometer, and
          its error goes out with it.
        </p>
        <p>Doughs soften on wet days and warm tables; coats crack over them, and they slump.</p>
        <p class="soft">
          Planning aids by ordinary craft figures. Dairy fillings are perishable: your own food-safety plan
          and local food law decide times and temperatures.
        </p>
      </al-margin>
    </div>
  `,
  styles: `
    .sums {
      display: grid;
      gap: 16px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SumsPage {
  protected readonly height = height;
  protected readonly temperatureStep = temperatureStep;

  constructor() {
    const router = inject(Router);
    inject(Keys).bind({
      key: 'Escape',
      does: 'Back to the recipes',
      run: () => void router.navigate(['pieces', 'recipes']),
    });
  }
}
