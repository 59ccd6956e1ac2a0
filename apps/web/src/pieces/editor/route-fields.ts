import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { map, startWith, switchMap } from 'rxjs';
import { ChoiceField } from '../../shared/forms/choice-field';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField } from '../../shared/forms/text-field';
import { knownSkills } from '../../shared/skills';
import { workshopFeature } from '../../state/workshop.state';
import { COAT_WORDS } from '../../shared/piece-words';
import { ColdNote } from './cold-note';
import type { PieceFormGroup } from './piece-form';
import { packStage, stageForm, type StageForm } from './stage-form';

/** The stages of a piece: the work, then where its trays lie and for how long. */
@Component({
  selector: 'al-route-fields',
  imports: [ChoiceField, ColdNote, MatButtonModule, QuantityField, TextField],
  templateUrl: './route-fields.html',
  styleUrls: ['../../shared/forms/fields.scss', './route-fields.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RouteFields {
  readonly form = input.required<PieceFormGroup>();
  protected readonly route = computed(() => this.form().controls.route);

  /** The stages as they stand, also when the coats of the piece put one in. */
  protected readonly stages = toSignal(
    toObservable(this.route).pipe(
      switchMap((route) =>
        route.valueChanges.pipe(
          startWith(null),
          map(() => [...route.controls]),
        ),
      ),
    ),
    { initialValue: [] as StageForm[] },
  );
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  protected readonly words = COAT_WORDS;
  protected readonly zones = computed(() => this.workshop()?.zones ?? []);
  /** Where trays may lie first, without a hand between. */
  protected readonly firstZones = computed(() => [
    { id: '', name: 'straight there' },
    ...this.zones().map(({ id, name }) => ({ id, name: name.toLowerCase() })),
  ]);
  protected readonly skills = computed(() => {
    const known = knownSkills(this.pieces(), this.workshop()?.people ?? []);
    return known.filter((skill) => skill !== 'temper').map((id) => ({ id, name: id }));
  });

  /** Told of a stage that nobody of the workshop can do: no plan would make the piece. */
  protected nobodyCan(skill: string): string {
    const people = this.workshop()?.people ?? [];
    return people.some(({ skills }) => skills.includes(skill))
      ? ''
      : `Nobody can ${skill} yet, so no plan makes it: give somebody the skill in Workshop, People.`;
  }

  /** A stage before this one, of work that puts no coat on. */
  protected add(index: number): void {
    const stages = this.route();
    const taken = new Set(stages.controls.map(({ controls }) => controls.id.value));
    const name = index === 0 ? 'Prepare' : 'Finish';
    const base = name.toLowerCase();
    const id = [base, ...Array.from({ length: 20 }, (_, i) => `${base}-${i + 2}`)].find(
      (each) => !taken.has(each),
    )!;
    const zone = this.zones()[0]?.id ?? '';
    const skill = index === 0 ? 'prep' : 'finish';
    stages.insert(index, stageForm({ ...packStage(zone), id, name, skill }));
  }

  protected shift(index: number, by: -1 | 1): void {
    const stages = this.route();
    const stage = stages.at(index);
    stages.removeAt(index, { emitEvent: false });
    stages.insert(index + by, stage);
  }
}
