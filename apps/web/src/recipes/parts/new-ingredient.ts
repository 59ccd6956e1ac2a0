import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { ALLERGENS, NEW_SUPPLY, type SupplyDraft } from '@alnage/contract';
import { KNOWN_INGREDIENTS } from '@alnage/core/recipes';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { EntryField } from '../../shared/forms/entry-field';
import { listed } from '../../shared/formats/formats';
import { RecordActions, recordsFeature } from '../../state/records.state';
import { workshopFeature } from '../../state/workshop.state';

/** An ingredient that the larder does not know yet, added to it from within a recipe with what is known of it. */
@Component({
  selector: 'al-new-ingredient',
  imports: [EntryField, MatButtonModule],
  template: `
    <al-entry
      label="One the larder has not"
      list="al-known-ingredients"
      [value]="name()"
      [most]="60"
      (typed)="name.set($event)"
      (keydown.enter)="$event.preventDefault(); add()"
    />
    <datalist id="al-known-ingredients">
      @for (each of known(); track each.id) {
        <option [value]="each.name"></option>
      }
    </datalist>
    <button
      matButton="outlined"
      type="button"
      [disabled]="name().trim() === '' || isSaving()"
      (click)="add()"
    >
      Add it to the larder
    </button>
    @if (told(); as text) {
      <p class="soft">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex: 1 1 420px;
      flex-wrap: wrap;
      gap: 4px 8px;
      align-items: center;
    }
    al-entry {
      flex: 1 1 260px;
    }
    p {
      flex: 1 1 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewIngredient {
  /** The id of the supply that it has become. */
  readonly added = output<string>();

  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly isSaving = this.store.selectSignal(recordsFeature.selectIsSaving);
  protected readonly name = signal('');
  /** What the table knows and the larder does not have. */
  protected readonly known = computed(() => {
    const names = new Set(this.workshop()?.supplies.map(({ name }) => name.toLowerCase()));
    return KNOWN_INGREDIENTS.filter(({ name }) => !names.has(name.toLowerCase()));
  });
  private readonly found = computed(() => {
    const name = this.name().trim().toLowerCase();
    return KNOWN_INGREDIENTS.find((each) => each.name.toLowerCase() === name) ?? null;
  });
  /** What comes with it. */
  protected readonly told = computed(() => {
    const found = this.found();
    if (this.name().trim() === '') return '';
    if (!found)
      return 'Nothing is known of it: weigh a level cup once, and say what it declares, in Workshop, Supplies.';
    const { gramsPerMl, gramsPerPiece, allergens } = found;
    return [
      ...(gramsPerMl === null ? [] : [`a millilitre weighs ${gramsPerMl} g`]),
      ...(gramsPerPiece === null ? [] : [`one weighs ${gramsPerPiece} g`]),
      allergens.length > 0 ? `declares ${listed(allergens)}` : 'declares no listed allergen',
    ].join('; ');
  });
  /** The name that was sent, so that only what became of it is heard. */
  private sent: string | null = null;

  constructor() {
    inject(Actions)
      .pipe(ofType(RecordActions.saved), takeUntilDestroyed())
      .subscribe(({ path, id, name }) => {
        if (path !== 'supplies' || name !== this.sent) return;
        this.sent = null;
        this.name.set('');
        this.added.emit(id);
      });
  }

  protected add(): void {
    const name = this.name().trim();
    if (name === '') return;
    const found = this.found();
    const draft: SupplyDraft = {
      ...NEW_SUPPLY,
      name,
      ...{ gramsPerMl: found?.gramsPerMl ?? null, gramsPerPiece: found?.gramsPerPiece ?? null },
      allergens: ALLERGENS.filter((each) => found?.allergens.includes(each)),
    };
    this.sent = name;
    this.store.dispatch(RecordActions.saveAsked({ path: 'supplies', draft, original: null }));
  }
}
