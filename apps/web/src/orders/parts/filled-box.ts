import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { countPieces, evenMakeUp } from '@alnage/core/ordering';
import { Store } from '@ngrx/store';
import { map, startWith, switchMap } from 'rxjs';
import { FieldErrors } from '../../shared/forms/field-errors';
import { QuantityField } from '../../shared/forms/quantity-field';
import { workshopFeature } from '../../state/workshop.state';
import { boxOf, fillBox, type LineForm } from './draft-form';

/** What is in a box that is filled as one likes; nothing for what comes as it is. */
@Component({
  selector: 'al-filled-box',
  imports: [MatButtonModule, QuantityField],
  template: `
    @if (box(); as box) {
      <fieldset>
        <legend class="soft">
          In each {{ box.name.toLowerCase() }}: {{ box.filled }} of {{ box.holds }}
        </legend>
        @for (piece of box.pieces; track piece.id) {
          <al-quantity [label]="piece.name" [control]="piece.control" />
        }
        <button matButton="outlined" type="button" (click)="fillEvenly()">Fill evenly</button>
        @if (box.filled !== box.holds) {
          <p class="over" role="alert">Put {{ box.holds }} in, or press Fill evenly.</p>
        }
        @for (text of errors.texts(at()); track text) {
          <p class="over" role="alert">{{ text }}</p>
        }
      </fieldset>
    }
  `,
  styles: `
    :host {
      flex: 1 1 100%;
    }
    :host:empty {
      display: none;
    }
    fieldset {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 10px;
      align-items: center;
      margin: 0 0 4px;
      padding: 0 0 0 12px;
      border: 0;
      border-left: 3px solid var(--woad);
    }
    al-quantity {
      flex: 0 1 132px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FilledBox {
  readonly line = input.required<LineForm>();
  /** JSON Pointer to its contents in what is sent. */
  readonly at = input.required<string>();

  private readonly store = inject(Store);
  protected readonly errors = inject(FieldErrors);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly names = this.store.selectSignal(workshopFeature.selectOrderNames);
  private readonly change = toSignal(
    toObservable(this.line).pipe(
      switchMap((line) => line.valueChanges.pipe(startWith(null))),
      map(() => ({})),
    ),
  );

  /** The box with what is in it by now. */
  protected readonly box = computed(() => {
    this.change();
    const { item, contents } = this.line().controls;
    const box = this.workshop()?.boxes.find(({ id }) => id === boxOf(item.value));
    if (!box || box.among.length === 0) return null;
    const pieces = Object.entries(contents.controls).map(([id, control]) => ({
      id,
      control,
      name: this.names().pieces.get(id) ?? id,
    }));
    const filled = pieces.reduce((sum, { control }) => sum + (control.value ?? 0), 0);
    return { name: box.name, holds: countPieces(box.contents), filled, pieces };
  });

  /** Fills it evenly from the pieces that are wished, those with more than none; from all, where none is. */
  protected fillEvenly(): void {
    const { holds, pieces } = this.box()!;
    const unwished = pieces.filter(({ control }) => control.value === 0).map(({ id }) => id);
    const notThese = new Set(unwished.length < pieces.length ? unwished : []);
    const ids = pieces.map(({ id }) => id);
    fillBox(this.line(), evenMakeUp(ids, holds, notThese));
  }
}
