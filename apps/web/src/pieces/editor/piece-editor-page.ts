import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormArray, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router, RouterLink } from '@angular/router';
import type { PieceDraft } from '@alnage/contract';
import {
  coatRoles,
  FAMILIES,
  FAMILY_STARTS,
  InputError,
  requireCentreGrams,
  SHAPE_DIMENSIONS,
  suggestedFootGrams,
  WAYS,
  type CentreKind,
  type Family,
  type ShapeKind,
} from '@alnage/core';
import { Store } from '@ngrx/store';
import { NameField } from '../../shared/forms/name-field';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordBar } from '../../shared/forms/record-bar';
import { RecordForm } from '../../shared/forms/record-form';
import { length, pieceMass } from '../../shared/formats/formats';
import { Keys } from '../../shared/keys';
import { Margin } from '../../shared/margin/margin';
import { weighingsFeature } from '../../state/weighings.state';
import { workshopFeature } from '../../state/workshop.state';
import { AllergenField } from '../../workshop/parts/allergen-field';
import { PieceSection } from '../parts/piece-section';
import { pieceFigures, WAY_WORDS, type PieceFigures } from '../piece-figures';
import { CENTRE_WORDS, FAMILY_WORDS, MADE_WORDS, newPiece, SHAPE_WORDS, startForm } from './new-piece';
import {
  draftOfPiece,
  fitControls,
  pieceDraftOf,
  pieceForm,
  shapeOf,
  sizeForm,
  type Dimension,
  type PieceFormGroup,
} from './piece-form';
import { RouteFields } from './route-fields';
import { fitStages, stageForm, stageOf } from './stage-form';

const DIMENSION_WORDS: Readonly<Record<Dimension, string>> = {
  diameterMm: 'Across',
  lengthMm: 'Length',
  widthMm: 'Width',
  heightMm: 'Height',
  curvature: 'Curved, times its outline',
};

/** Describes a piece, new or kept, with its section and its coating drawn as one types. */
@Component({
  imports: [
    ReactiveFormsModule,
    RouterLink,
    MatButtonModule,
    MatCheckboxModule,
    MatFormFieldModule,
    MatInputModule,
    AllergenField,
    Margin,
    PieceSection,
    NameField,
    QuantityField,
    RecordBar,
    RouteFields,
  ],
  templateUrl: './piece-editor-page.html',
  styleUrls: ['../../workshop/parts/editor.scss', './piece-editor-page.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PieceEditorPage {
  /** From the address: a piece’s id, or `new`. */
  readonly id = input.required<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly dippery = this.store.selectSignal(workshopFeature.selectDippery);
  private readonly weighings = this.store.selectSignal(weighingsFeature.selectWeighings);
  protected readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly pieceId = computed(() => (this.id() === 'new' ? null : this.id()));
  protected readonly isGone = computed(() => this.pieceId() !== null && this.find(this.id()) === null);

  protected readonly families = FAMILIES;
  protected readonly familyWords = FAMILY_WORDS;
  protected readonly made = ['dipped', 'moulded', 'cluster'] as const;
  protected readonly madeWords = MADE_WORDS;
  protected readonly shapes = Object.keys(SHAPE_DIMENSIONS) as ShapeKind[];
  protected readonly shapeWords = SHAPE_WORDS;
  protected readonly centres = Object.keys(CENTRE_WORDS) as CentreKind[];
  protected readonly centreWords = CENTRE_WORDS;
  protected readonly ways = WAYS;
  protected readonly wayWords = WAY_WORDS;
  protected readonly dimensionWords = DIMENSION_WORDS;
  protected readonly pieceMass = pieceMass;

  protected readonly record = new RecordForm<PieceFormGroup, PieceDraft>(
    {
      path: 'pieces',
      fill: (id) => this.fresh(id),
      draftOf: pieceDraftOf,
      done: (id) => this.leave(id),
    },
    this.pieceId,
    (id) => this.find(id),
  );

  /** The piece as it is typed, computed; or why it cannot be yet. */
  protected readonly figures = computed((): PieceFigures<PieceDraft> | string => {
    const draft = this.record.draft();
    if (!draft) return '';
    const weighings = this.weighings().filter(({ piece }) => piece === this.id());
    const coatings = this.workshop()?.coatings ?? [];
    if (!coatings.some(({ id }) => id === draft.form.coating)) return 'Choose a coating.';
    const { form } = draft;
    try {
      requireCentreGrams(draft.family, form.kind === 'cluster' ? form.portionGrams : form.centreGrams);
      return pieceFigures(draft, { dippery: this.dippery(), coatings, weighings });
    } catch (error) {
      if (error instanceof InputError) return 'Drawn again once every figure is within its range.';
      throw error;
    }
  });
  protected readonly drawn = computed(() => {
    const figures = this.figures();
    return typeof figures === 'string' ? null : figures;
  });
  protected readonly undrawn = computed(() => {
    const figures = this.figures();
    return typeof figures === 'string' ? figures : '';
  });

  /** The size that follows from the mass, in words. */
  protected readonly sizeText = computed(() => {
    this.record.draft();
    const form = this.record.form();
    if (!form) return '';
    const shape = shapeOf(form.controls) as unknown as Record<string, number>;
    return SHAPE_DIMENSIONS[form.controls.shape.value]
      .filter((name) => name !== 'curvature' && !Number.isNaN(shape[name]))
      .map((name) => `${DIMENSION_WORDS[name as Dimension].toLowerCase()} ${length(shape[name]!)}`)
      .join(', ');
  });

  constructor() {
    inject(Keys).bind({ key: 'Escape', does: 'Back to the pieces', run: () => this.leave() });
  }

  protected dimensions(form: PieceFormGroup): readonly Dimension[] {
    return SHAPE_DIMENSIONS[form.controls.shape.value] as readonly Dimension[];
  }

  /** Another family brings its proportions, its centre and its way; what was typed of name, keeping and cost stays. */
  protected takeFamily(form: PieceFormGroup, family: string): void {
    const workshop = this.workshop();
    if (!workshop) return;
    const draft = pieceDraftOf(form);
    const next: PieceDraft = {
      ...draft,
      family: family as Family,
      sizes: [],
      form: startForm(FAMILY_STARTS[family as Family], workshop, draft.form.coating),
    };
    const fresh = pieceForm({ ...next, route: fitStages(draft.route, coatRoles(next)) });
    fresh.controls.sizeBy.setValue('weight');
    this.watch(fresh);
    fresh.markAsDirty();
    this.record.form.set(fresh);
  }

  protected addSize(form: PieceFormGroup): void {
    const { centreGrams, family } = form.controls;
    form.controls.sizes.push(sizeForm('', '', { centreGrams: centreGrams.value, family: family.value }));
  }

  /** The foot that its way leaves on a base of this size. */
  protected takeFoot(form: PieceFormGroup): void {
    const { way, footGrams } = form.controls;
    const foot = suggestedFootGrams(shapeOf(form.controls), way.value, this.dippery().ways);
    if (!Number.isNaN(foot)) footGrams.setValue(Math.round(foot * 100) / 100);
  }

  protected readonly routeErrors = (pointer: string): string[] => this.record.errors(pointer);

  /** Back to the list, with this piece chosen. */
  protected leave(piece = this.pieceId()): void {
    void this.router.navigate(['pieces'], { queryParams: piece === null ? {} : { piece } });
  }

  protected readonly isTold = (pointer: string): boolean => TOLD.test(pointer);

  private find(id: string) {
    return this.pieces().find((piece) => piece.id === id) ?? null;
  }

  private fresh(id: string | null): PieceFormGroup {
    const piece = id === null ? null : this.find(id);
    const form = pieceForm(piece ? draftOfPiece(piece) : newPiece('berry', this.workshop()!));
    if (!piece) form.controls.sizeBy.setValue('weight');
    return this.watch(form);
  }

  /** Keeps fields and stages in step with what is described. */
  private watch(form: PieceFormGroup): PieceFormGroup {
    fitControls(form);
    form.valueChanges.subscribe(() => {
      fitControls(form);
      fitRoute(form);
    });
    return form;
  }
}

/** One stage for each coat, no more and no fewer. */
function fitRoute({ controls: c }: PieceFormGroup): void {
  const { form, drizzle } = pieceDraftOf({ controls: c } as PieceFormGroup);
  const before = c.route.controls.map(stageOf);
  const after = fitStages(before, coatRoles({ form, drizzle }));
  const coats = (stages: typeof before): string => stages.map(({ coat }) => coat ?? '-').join(' ');
  if (coats(before) === coats(after)) return;
  const next = new FormArray(after.map(stageForm));
  c.route.clear({ emitEvent: false });
  for (const stage of next.controls) c.route.push(stage, { emitEvent: false });
  c.route.updateValueAndValidity();
}

/** Errors that are told at their fields; the others are told at the foot of the form. */
const TOLD =
  /^\/(name|form\/(?!coating)|costs\/|maxBatchPieces|keeping\/(hold|target|eat)|sizes\/\d+\/centreGrams|drizzle\/grams)/;
