import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { RecipeVersion } from '@alnage/contract';
import { recipeAllergens, recipesOf } from '@alnage/core/larder';
import { Store } from '@ngrx/store';
import { Chooser } from '../shared/chooser';
import { listed } from '../shared/formats/formats';
import { WallTime } from '../shared/formats/wall-time';
import { Keys } from '../shared/keys';
import { learnedText, portionText } from './recipe-figures';
import { stepText } from '../shared/larder/larder-words';
import { Margin } from '../shared/margin/margin';
import { fieldTexts, otherFieldTexts, troubleText } from '../shared/problem-text';
import { Api } from '../state/api';
import { troubleOf, type Trouble } from '../state/problem';
import { WorkshopActions, workshopFeature } from '../state/workshop.state';
import { boundRecipe } from './recipe-figures';
import { RecipeEditor } from './parts/recipe-editor';
import { ScaleRecipe } from './parts/scale-recipe';
import { FileChoice } from '../shared/forms/file-choice';

/** Recipes: how the centres are made, scaled to what is wanted, and changed with what that touches. */
@Component({
  imports: [FileChoice, Chooser, MatButtonModule, RouterLink, Margin, RecipeEditor, ScaleRecipe],
  templateUrl: './recipes-page.html',
  styleUrl: './recipes-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RecipesPage {
  /** From the address; 'new' for one that is not kept yet. */
  readonly id = input<string>();

  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly declared = this.store.selectSignal(workshopFeature.selectDeclared);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  protected readonly recipes = computed(() => this.workshop()?.recipes ?? []);
  protected readonly stepText = stepText;
  protected readonly isNew = computed(() => this.id() === 'new');
  protected readonly chosen = computed(
    () =>
      this.recipes().find(({ id }) => id === this.id()) ??
      (this.isNew() ? null : (this.recipes()[0] ?? null)),
  );
  /** Whether the chosen one is being changed; another one is looked at first. */
  protected readonly isChanging = linkedSignal({ source: this.id, computation: (id) => id === 'new' });
  protected readonly bound = computed(() => {
    const chosen = this.chosen();
    const { book } = this.declared();
    const kept = book.recipes.find(({ id }) => id === chosen?.id);
    return kept ? boundRecipe(kept, book) : null;
  });
  /** What its batches taught of its yield. */
  protected readonly learned = computed(() => {
    const cameOut = this.workshop()?.cameOut[this.chosen()?.id ?? ''];
    return cameOut ? learnedText(cameOut) : '';
  });
  protected readonly recipe = computed(() => {
    const bound = this.bound();
    return typeof bound === 'string' ? null : bound;
  });
  protected readonly refusal = computed(() => {
    const bound = this.bound();
    return typeof bound === 'string' ? bound : '';
  });
  protected readonly rows = computed(() =>
    this.recipes().map((recipe) => ({
      id: recipe.id,
      name: recipe.name,
      more: this.usedBy(recipe.id),
      figure: portionText(recipe.portion),
    })),
  );
  protected readonly contains = computed(() => {
    const chosen = this.chosen();
    return chosen ? listed(recipeAllergens(chosen, this.declared().book)) || 'no listed allergen' : '';
  });
  protected readonly madeFor = computed(() => this.usedBy(this.chosen()?.id ?? '') || 'no piece yet');
  protected readonly versions = signal<readonly RecipeVersion[]>([]);
  protected readonly trouble = signal<Trouble | null>(null);
  protected readonly troubleTexts = computed(() => {
    const trouble = this.trouble();
    if (!trouble) return [];
    return [
      troubleText(trouble),
      ...fieldTexts(trouble, '/name'),
      ...otherFieldTexts(trouble, (at) => at === '/name'),
    ];
  });

  constructor() {
    inject(Keys).bind(
      { key: '+', does: 'New recipe', run: () => this.go('new') },
      { key: 'Enter', does: 'Change the chosen recipe', run: () => this.isChanging.set(true) },
      { key: 'ArrowDown', does: 'Next recipe', run: () => this.step(1) },
      { key: 'ArrowUp', does: 'Recipe before', run: () => this.step(-1) },
      { key: 'Escape', does: 'Back to the pieces', run: () => void this.router.navigate(['pieces']) },
    );
  }

  protected go(id: string): void {
    this.versions.set([]);
    this.trouble.set(null);
    void this.router.navigate(['pieces', 'recipes', id]);
  }

  protected done(id: string | null): void {
    this.isChanging.set(false);
    this.versions.set([]);
    void this.router.navigate(['pieces', 'recipes', ...(id ? [id] : [])]);
  }

  protected left(): void {
    if (this.isNew()) void this.router.navigate(['pieces', 'recipes']);
    else this.isChanging.set(false);
  }

  protected readVersions(): void {
    const id = this.chosen()?.id;
    if (!id) return;
    this.api.recipeVersions(id).subscribe({
      next: (versions) => this.versions.set(versions),
      error: (error: unknown) => this.trouble.set(troubleOf(error)),
    });
  }

  protected versionText({ version, at, by, recipe }: RecipeVersion): string {
    const wall = new WallTime(this.workshop()?.timeZone ?? 'UTC');
    const who = this.workshop()?.people.find(({ id }) => id === by)?.name;
    const parts = [`version ${version}`, wall.dateTime(Date.parse(at)), ...(who ? [who] : [])];
    return `${parts.join(', ')}: ${recipe.ingredients.length} ingredients, ${recipe.steps.length} steps`;
  }

  /** Takes a recipe from a file that was chosen. */
  protected async bringIn(file: File): Promise<void> {
    this.trouble.set(null);
    const read = parsed(await file.text());
    if (read === null) return this.trouble.set(NOT_JSON);
    this.api.bringInRecipe(read).subscribe({
      next: ({ id }) => {
        this.store.dispatch(WorkshopActions.opened());
        this.go(id);
      },
      error: (error: unknown) => this.trouble.set(troubleOf(error)),
    });
  }

  private usedBy(recipe: string): string {
    return listed(
      this.pieces()
        .filter((piece) => recipesOf(piece).some((made) => made.recipe === recipe))
        .map(({ name }) => name),
    );
  }

  private step(by: number): void {
    const all = this.recipes();
    const at = all.findIndex(({ id }) => id === this.chosen()?.id);
    const next = all[Math.max(0, Math.min(all.length - 1, at + by))];
    if (next) this.go(next.id);
  }
}

const NOT_JSON: Trouble = {
  ...{ type: 'about:blank', title: 'The file is not JSON', status: 400, detail: '' },
  ...{ code: 'malformed-body', errors: [], params: {} },
};

function parsed(text: string): object | null {
  try {
    const read: unknown = JSON.parse(text);
    return typeof read === 'object' ? read : null;
  } catch {
    return null;
  }
}
