import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormArray, ReactiveFormsModule } from '@angular/forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { Router, RouterLink } from '@angular/router';
import { SIZES_MOST, type Piece, type PieceDraft } from '@alnage/contract';
import {
  coatingOf,
  coatingsOn,
  coatRoles,
  FAMILIES,
  requireCentreGrams,
  sizeGramsOf,
  type Family,
} from '@alnage/core/coating';
import { InputError } from '@alnage/core/input';
import { FIRST_CERTAINTY } from '@alnage/core/melting';
import { Store } from '@ngrx/store';
import { FigureTable } from '../../shared/figures/figure-table';
import { TicksField } from '../../shared/forms/ticks-field';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { SupplyLines } from '../../shared/larder/supply-lines';
import { TextField } from '../../shared/forms/text-field';
import { pieceMass } from '../../shared/formats/formats';
import { Keys } from '../../shared/keys';
import { Margin } from '../../shared/margin/margin';
import { weighingsFeature } from '../../state/weighings.state';
import { ALLERGEN_CHOICES } from '../../shared/piece-words';
import { workshopFeature } from '../../state/workshop.state';
import { PieceSection } from '../parts/piece-section';
import { pieceFigures, type PieceFigures } from '../piece-figures';
import { CastFields } from './cast-fields';
import { DippedFields } from './dipped-fields';
import { KeepingFields } from './keeping-fields';
import { byFamilyText } from './by-family';
import { asFamily, FAMILY_WORDS, MADE_WORDS, newPiece, startIn } from './new-piece';
import {
  draftOfPiece,
  fitControls,
  pieceDraftOf,
  pieceForm,
  sizeForm,
  type PieceFormGroup,
} from './piece-form';
import { MadeParts } from './made-parts';
import { MakingNote } from './making-note';
import { ShapeFields } from './shape-fields';
import { WholeFields } from './whole-fields';
import { RouteFields } from './route-fields';
import { fitStages, stageForm, stageOf } from './stage-form';

/** Describes a piece, new or kept, with its section and its coating drawn as one types. */
@Component({
  imports: [
    ReactiveFormsModule,
    RouterLink,
    MatCheckboxModule,
    TicksField,
    CastFields,
    ChoiceField,
    DippedFields,
    FigureTable,
    KeepingFields,
    MadeParts,
    MakingNote,
    Margin,
    PieceSection,
    QuantityField,
    RecordEditor,
    RouteFields,
    RowsField,
    RowTemplate,
    ShapeFields,
    SupplyLines,
    TextField,
    WholeFields,
  ],
  templateUrl: './piece-editor-page.html',
  styleUrls: ['../../shared/forms/fields.scss', './piece-editor-page.scss'],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PieceEditorPage {
  /** From the address: a piece’s id, or `new`. */
  readonly id = input.required<string>();
  /** From the address: the piece that a new one is to be like, in another topping. */
  readonly like = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly dippery = this.store.selectSignal(workshopFeature.selectDippery);
  private readonly weighings = this.store.selectSignal(weighingsFeature.selectWeighings);
  protected readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly recipes = computed(() => [
    { id: '', name: 'no recipe: bought, or washed' },
    ...(this.workshop()?.recipes ?? []),
  ]);
  protected readonly pieceId = computed(() => (this.id() === 'new' ? null : this.id()));
  protected readonly isGone = computed(
    () => this.pieceId() !== null && !this.pieces().some(({ id }) => id === this.id()),
  );

  protected readonly families = choicesOf(FAMILY_WORDS, [...FAMILIES]);
  protected readonly makings = choicesOf(MADE_WORDS);
  protected readonly coatings = computed(() => this.workshop()?.coatings ?? []);
  protected readonly SIZES_MOST = SIZES_MOST;
  protected readonly pieceMass = pieceMass;

  protected readonly allergens = ALLERGEN_CHOICES;
  protected readonly record = new RecordForm<Piece, PieceFormGroup, PieceDraft>(
    {
      path: 'pieces',
      thing: 'piece',
      records: () => this.pieces(),
      form: (piece) => this.fresh(piece),
      draftOf: pieceDraftOf,
      done: (id) => this.leave(id),
      leave: () => this.leave(),
    },
    this.pieceId,
  );

  /** Whether a coating goes on what is described. */
  protected readonly isCoated = computed(() => this.record.draft()?.form.kind !== 'bare');

  /** The piece as it is typed, computed; or why it cannot be yet. */
  protected readonly figures = computed((): PieceFigures<PieceDraft> | string => {
    const draft = this.record.draft();
    if (!draft) return '';
    const weighings = this.weighings().filter(({ piece }) => piece === this.id());
    const coatings = this.workshop()?.coatings ?? [];
    if (coatingsOn(draft).some((each) => !coatings.some(({ id }) => id === each))) return 'Choose a coating.';
    const { form } = draft;
    try {
      requireCentreGrams(draft.family, sizeGramsOf(form).grams);
      const certainty = this.workshop()?.rules.certainty ?? FIRST_CERTAINTY;
      return pieceFigures(draft, { dippery: this.dippery(), coatings, weighings, certainty });
    } catch (error) {
      if (error instanceof InputError) return 'It is drawn again once every figure is within its range.';
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

  /** What of a new piece its family has set, and nobody typed otherwise. */
  protected readonly byFamily = computed(() => {
    const [draft, workshop] = [this.record.draft(), this.workshop()];
    if (!draft || !workshop || this.pieceId() !== null) return '';
    return byFamilyText(draft, workshop);
  });

  /** Of which piece this is another topping; '' where it is none. */
  protected readonly likeName = computed(() => {
    const like = this.pieceId() === null ? this.pieces().find(({ id }) => id === this.like()) : undefined;
    return like?.name ?? '';
  });

  constructor() {
    inject(Keys).bind({ key: 'Escape', does: 'Back to the pieces', run: () => this.leave() });
  }

  /** Another family brings its proportions, its centre, its way and how it keeps; what somebody typed of these last stays. */
  protected takeFamily(form: PieceFormGroup, family: Family): void {
    const workshop = this.workshop();
    if (!workshop) return;
    const draft = pieceDraftOf(form);
    const next: PieceDraft = {
      ...asFamily(draft, family, workshop),
      sizes: [],
      form: startIn(workshop, family, coatingOf(draft.form) ?? workshop.coatings[0]?.id ?? ''),
    };
    const fresh = pieceForm({ ...next, route: fitStages(next.route, coatRoles(next)) });
    fresh.controls.sizeBy.setValue('weight');
    this.watch(fresh);
    fresh.markAsDirty();
    this.record.form.set(fresh);
  }

  protected addSize(form: PieceFormGroup): void {
    const { centreGrams, family } = form.controls;
    form.controls.sizes.push(sizeForm('', '', { centreGrams: centreGrams.value, family: family.value }));
  }

  /** Back to the list, with this piece chosen. */
  protected leave(piece = this.pieceId()): void {
    void this.router.navigate(['pieces'], { queryParams: piece === null ? {} : { piece } });
  }

  private fresh(piece?: Piece): PieceFormGroup {
    const like = this.pieces().find(({ id }) => id === this.like());
    if (!piece && like) return this.watch(pieceForm({ ...draftOfPiece(like), name: '', finish: '' }));
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
