import { computed, inject } from '@angular/core';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { workshopFeature } from '../state/workshop.state';
import { pieceFigures, routeRows } from './piece-figures';

/** The Pieces place: which piece is chosen. */
export const PiecesPageStore = signalStore(
  withState<{ chosenId: string | null }>({ chosenId: null }),
  withComputed((page) => {
    const store = inject(Store);
    const pieces = store.selectSignal(workshopFeature.selectPieces);
    const workshop = store.selectSignal(workshopFeature.selectWorkshop);
    const all = computed(() => {
      const coatings = workshop()?.coatings ?? [];
      return coatings.length === 0 ? [] : pieces().map((piece) => pieceFigures(piece, coatings));
    });
    const chosen = computed(
      () => all().find(({ piece }) => piece.id === page.chosenId()) ?? all()[0] ?? null,
    );
    return {
      all,
      chosen,
      route: computed(() => {
        const zoneNames = new Map((workshop()?.zones ?? []).map((zone) => [zone.id, zone.name]));
        const figures = chosen();
        return figures ? routeRows(figures.piece, zoneNames) : [];
      }),
    };
  }),
  withMethods((page) => ({
    choose(chosenId: string): void {
      patchState(page, { chosenId });
    },
    step(by: number): void {
      const all = page.all();
      const at = all.findIndex((figures) => figures === page.chosen());
      const next = all[Math.max(0, Math.min(all.length - 1, at + by))];
      if (next) patchState(page, { chosenId: next.piece.id });
    },
  })),
);
