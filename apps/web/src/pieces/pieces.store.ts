import { computed, inject } from '@angular/core';
import type { Piece, Weighing } from '@alnage/contract';
import { coatRoles, sizeClassOf, type CoatRole } from '@alnage/core/coating';
import { InputError } from '@alnage/core/input';
import { FIRST_CERTAINTY } from '@alnage/core/melting';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { group } from 'd3-array';
import { weighingsFeature } from '../state/weighings.state';
import type { ChooserRow } from '../shared/chooser';
import { choicesOf } from '../shared/forms/choice-field';
import { COAT_WORDS } from '../shared/piece-words';
import { workshopFeature } from '../state/workshop.state';
import { pieceFigures, routeRows, type PieceContext, type PieceFigures } from './piece-figures';

interface PiecesPageState {
  readonly chosenId: string | null;
  /** The coat and size whose weighings are shown; null: the piece’s first and own. */
  readonly role: CoatRole | null;
  readonly size: string | null;
}

/** The Pieces place: which piece is chosen, and which of its coats and sizes is looked at. */
export const PiecesPageStore = signalStore(
  withState<PiecesPageState>({ chosenId: null, role: null, size: null }),
  withComputed((page) => {
    const store = inject(Store);
    const pieces = store.selectSignal(workshopFeature.selectPieces);
    const workshop = store.selectSignal(workshopFeature.selectWorkshop);
    const dippery = store.selectSignal(workshopFeature.selectDippery);
    const weighings = store.selectSignal(weighingsFeature.selectWeighings);
    const byPiece = computed(() => group(weighings(), ({ piece }) => piece));
    const contextOf = (id: string): PieceContext => ({
      dippery: dippery(),
      coatings: workshop()?.coatings ?? [],
      weighings: byPiece().get(id) ?? [],
      certainty: workshop()?.rules.certainty ?? FIRST_CERTAINTY,
    });
    const all = computed(() =>
      workshop() === null ? [] : pieces().flatMap((piece) => figuresOrNone(piece, contextOf(piece.id))),
    );
    const chosen = computed(
      () => all().find(({ piece }) => piece.id === page.chosenId()) ?? all()[0] ?? null,
    );
    const chosenPiece = computed(() => chosen()?.piece ?? null);
    return {
      all,
      chosen,
      rows: computed((): readonly ChooserRow[] =>
        all().map(({ piece, kind, coatingNames, how, total }) => ({
          ...{ id: piece.id, name: piece.name, more: `${coatingNames} · ${how}` },
          ...{ figure: kind === 'bare' ? '' : `${total.value}\u00a0${total.unit}`, swatch: kind },
        })),
      ),
      context: computed(() => contextOf(chosenPiece()?.id ?? '')),
      /** The chosen piece’s weighings, the newest last. */
      weighings: computed((): readonly Weighing[] => byPiece().get(chosenPiece()?.id ?? '') ?? []),
      /** The coats that the chosen piece has. */
      coatChoices: computed(() => {
        const piece = chosenPiece();
        return choicesOf(COAT_WORDS, piece ? coatRoles(piece) : []);
      }),
      shownRole: computed((): CoatRole => {
        const piece = chosenPiece();
        const roles = piece ? coatRoles(piece) : [];
        return roles.find((role) => role === page.role()) ?? roles[0] ?? 'first';
      }),
      shownSize: computed((): string => {
        const piece = chosenPiece();
        if (!piece || piece.sizes.length === 0) return '';
        const own = sizeClassOf(piece.form, piece.sizes);
        return piece.sizes.find(({ id }) => id === page.size())?.id ?? (own || piece.sizes[0]!.id);
      }),
      route: computed(() => {
        const zoneNames = new Map((workshop()?.zones ?? []).map((zone) => [zone.id, zone.name]));
        const piece = chosenPiece();
        return piece ? routeRows(piece, zoneNames) : [];
      }),
    };
  }),
  withMethods((page) => ({
    choose(chosenId: string): void {
      patchState(page, { chosenId, role: null, size: null });
    },
    show(change: Partial<Pick<PiecesPageState, 'role' | 'size'>>): void {
      patchState(page, change);
    },
    step(by: number): void {
      const all = page.all();
      const at = all.findIndex((figures) => figures === page.chosen());
      const next = all[Math.max(0, Math.min(all.length - 1, at + by))];
      if (next) patchState(page, { chosenId: next.piece.id, role: null, size: null });
    },
  })),
);

/** A piece that its coating no longer lets compute is left out; the server does not let that happen. */
function figuresOrNone(piece: Piece, context: PieceContext): PieceFigures[] {
  try {
    return [pieceFigures(piece, context)];
  } catch (error) {
    if (error instanceof InputError) return [];
    throw error;
  }
}
