import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { centreGramsOf, type PieceForm } from '@alnage/core/coating';
import { isCentreUnknown, mayContain, pieceAllergens, recipesOf } from '@alnage/core/larder';
import { Store } from '@ngrx/store';
import {
  counted,
  duration,
  length,
  listed,
  percent,
  pieceMass,
  temperature,
  thickness,
  volume,
} from '../shared/formats/formats';
import { coldNotes } from '../shared/cold-words';
import { Chooser } from '../shared/chooser';
import { Keys } from '../shared/keys';
import { FigureTable } from '../shared/figures/figure-table';
import { Margin } from '../shared/margin/margin';
import { workshopFeature } from '../state/workshop.state';
import { ComparePiece } from './parts/compare-piece';
import { FactsOfPiece } from './parts/facts-of-piece';
import { MeltForPieces } from './parts/melt-for-pieces';
import { PieceSection } from './parts/piece-section';
import { PricePiece } from './parts/price-piece';
import { WeighingChart } from './parts/weighing-chart';
import { WeighingForm } from './parts/weighing-form';
import { WAY_WORDS } from '../shared/piece-words';
import { partText } from './part-words';
import { HOW_WORDS, type PieceFigures } from './piece-figures';
import { PiecesPageStore } from './pieces.store';

/** Pieces: what each one carries and holds, and the route it goes. */
@Component({
  imports: [
    Chooser,
    FactsOfPiece,
    FigureTable,
    RouterLink,
    MatButtonModule,
    Margin,
    ComparePiece,
    MeltForPieces,
    PieceSection,
    PricePiece,
    WeighingChart,
    WeighingForm,
  ],
  providers: [PiecesPageStore],
  templateUrl: './pieces-page.html',
  styleUrl: './pieces-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PiecesPage {
  /** The piece to show, from the address. */
  readonly piece = input<string>();

  protected readonly page = inject(PiecesPageStore);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly declared = this.store.selectSignal(workshopFeature.selectDeclared);
  protected readonly pieceMass = pieceMass;
  protected readonly counted = counted;
  protected readonly isWeighing = signal(false);
  protected readonly timeZone = computed(() => this.workshop()?.timeZone ?? 'UTC');

  /** What the chosen piece is, for the margin. */
  protected readonly facts = computed(() => {
    const figures = this.page.chosen();
    return figures ? pieceFacts(figures) : [];
  });

  protected readonly allergens = computed(() => {
    const piece = this.page.chosen()?.piece;
    return piece ? listed(pieceAllergens(piece, this.declared())) : '';
  });

  /** What it may contain beyond that: bowls and benches are shared. */
  protected readonly mayContain = computed(() => {
    const piece = this.page.chosen()?.piece;
    if (!piece) return [];
    const all = this.pieces();
    const { fromBowls, fromBenches } = mayContain(piece, all, this.declared());
    return [
      ...(fromBowls.length > 0 ? [`${listed(fromBowls)}, from bowls of its coating`] : []),
      ...(fromBenches.length > 0 ? [`${listed(fromBenches)}, from shared benches`] : []),
    ];
  });
  /** What warmth on its way would do to it. */
  protected readonly cautions = computed(() => {
    const [piece, workshop] = [this.page.chosen()?.piece, this.workshop()];
    return piece && workshop ? coldNotes(piece, workshop).map(({ text }) => text) : [];
  });
  /** Whether nothing tells where its centre comes from. */
  protected readonly isCentreUnknown = computed(() => {
    const piece = this.page.chosen()?.piece;
    return piece !== undefined && isCentreUnknown(piece, this.workshop()?.supplies ?? []);
  });
  /** By which recipes it is made, with what of each other than its centre's is in one. */
  protected readonly madeBy = computed(() => {
    const piece = this.page.chosen()?.piece;
    if (!piece) return [];
    const recipes = this.workshop()?.recipes ?? [];
    const { book } = this.declared();
    return recipesOf(piece, book).map(({ recipe, grams, stage }) => ({
      id: recipe,
      name: recipes.find(({ id }) => id === recipe)?.name ?? recipe,
      of: grams === null ? '' : partText(piece, { recipe, grams }, book),
      stage: piece.route.find(({ id }) => id === stage)?.name ?? '',
    }));
  });

  constructor() {
    effect(() => {
      const id = this.piece();
      if (id !== undefined) untracked(() => this.page.choose(id));
    });
    inject(Keys).bind(
      { key: '+', does: 'New piece', run: () => void this.router.navigate(['pieces', 'new']) },
      { key: 'w', does: 'Weigh the chosen piece', run: () => this.weigh(true) },
      { key: 'Enter', does: 'Change the chosen piece', run: () => this.change() },
      { key: 'ArrowDown', does: 'Next piece', run: () => this.page.step(1) },
      { key: 'ArrowUp', does: 'Piece before', run: () => this.page.step(-1) },
    );
  }

  protected weigh(isWeighing: boolean): void {
    const hasCoats = (this.page.chosen()?.coat.portions.length ?? 0) > 0;
    this.isWeighing.set(isWeighing && hasCoats);
  }

  protected choose(id: string): void {
    this.isWeighing.set(false);
    this.page.choose(id);
  }

  protected change(): void {
    const piece = this.page.chosen()?.piece;
    if (piece) void this.router.navigate(['pieces', piece.id]);
  }
}

interface Fact {
  readonly label: string;
  readonly value: string;
  readonly more: string;
}

function pieceFacts(figures: PieceFigures): Fact[] {
  const { form, keeping, centreName, finish, dipRange } = figures.piece;
  const centre =
    form.kind === 'dipped'
      ? `${pieceMass(form.centreGrams)}, ${temperature(form.centreCelsius)}`
      : pieceMass(centreGramsOf(form));
  return [
    { label: 'Centre', value: centreName, more: centre },
    { label: 'Coating', value: figures.coatingNames, more: finish },
    ...howFacts(form),
    ...(dipRange
      ? [
          {
            label: 'Dipped between',
            value: `${temperature(dipRange.lowCelsius)} and ${temperature(dipRange.highCelsius)}`,
            more: '',
          },
        ]
      : []),
    {
      label: 'Holds',
      value: `${duration(keeping.holdMinutes)} to pickup`,
      more: `target ${duration(keeping.targetMinutes)}`,
    },
    {
      label: 'Eat within',
      value: `${duration(keeping.eatWithinMinutes)} of ${form.kind === 'dipped' ? 'the dip' : 'its making'}`,
      more: keeping.advice,
    },
  ];
}

function made(kind: keyof typeof HOW_WORDS, more: string): Fact {
  return { label: 'Made', value: HOW_WORDS[kind], more };
}

function howFacts(form: PieceForm): Fact[] {
  switch (form.kind) {
    case 'moulded':
      return [
        {
          label: 'Way of dipping',
          value: 'in a mould',
          more: `wall ${thickness(form.wallMm)}, cap ${pieceMass(form.capGrams)}`,
        },
      ];
    case 'cluster':
      return [made(form.kind, `a portion of ${pieceMass(form.portionGrams)}`)];
    case 'cast':
      return [
        made(form.kind, `${form.halves === 2 ? 'two cavities' : 'a cavity'} of ${volume(form.cavityMl)}`),
      ];
    case 'slab':
      return [
        made(
          form.kind,
          `${length(form.lengthMm)} by ${length(form.widthMm)}, in ${counted(form.pieces, 'piece')}`,
        ),
      ];
    case 'bare':
      return [made(form.kind, '')];
    case 'dipped':
      return [
        {
          label: 'Covered',
          value: percent(form.covered),
          more: form.covered < 1 ? 'the rest is left bare' : '',
        },
        {
          label: 'Way of dipping',
          value: WAY_WORDS[form.way],
          more: `${form.dwellSeconds} s under, bowl ${temperature(form.bowlCelsius)}`,
        },
      ];
  }
}
