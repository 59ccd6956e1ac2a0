import type { Routes } from '@angular/router';
import { askBeforeLeaving } from './shared/forms/unsaved';

/** Of places with forms: what is typed there is asked about before it is left. */
const asked = { canDeactivate: [askBeforeLeaving] };

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'orders' },
  {
    path: 'season',
    title: 'Season · Alnage',
    loadComponent: () => import('./season/season-page').then((m) => m.SeasonPage),
  },
  {
    path: 'orders',
    title: 'Orders · Alnage',
    loadComponent: () => import('./orders/orders-page').then((m) => m.OrdersPage),
  },
  {
    path: 'pieces',
    title: 'Pieces · Alnage',
    loadComponent: () => import('./pieces/pieces-page').then((m) => m.PiecesPage),
  },
  {
    ...asked,
    path: 'pieces/recipes',
    title: 'Recipes · Alnage',
    loadComponent: () => import('./recipes/recipes-page').then((m) => m.RecipesPage),
  },
  {
    ...asked,
    path: 'pieces/recipes/:id',
    title: 'Recipe · Alnage',
    loadComponent: () => import('./recipes/recipes-page').then((m) => m.RecipesPage),
  },
  {
    path: 'pieces/sums',
    title: 'Kitchen sums · Alnage',
    loadComponent: () => import('./recipes/sums-page').then((m) => m.SumsPage),
  },
  {
    ...asked,
    path: 'pieces/:id',
    title: 'Piece · Alnage',
    loadComponent: () => import('./pieces/editor/piece-editor-page').then((m) => m.PieceEditorPage),
  },
  {
    path: 'larder',
    title: 'Larder · Alnage',
    loadComponent: () => import('./larder/larder-page').then((m) => m.LarderPage),
  },
  {
    path: 'larder/market',
    title: 'Market list · Alnage',
    loadComponent: () => import('./larder/market-page').then((m) => m.MarketPage),
  },
  {
    path: 'larder/preparation',
    title: 'Preparation · Alnage',
    loadComponent: () => import('./larder/preparation-page').then((m) => m.PreparationPage),
  },
  {
    path: 'plan',
    title: 'Plan · Alnage',
    loadComponent: () => import('./plan/plan-page').then((m) => m.PlanPage),
  },
  {
    path: 'bench',
    title: 'Bench · Alnage',
    loadComponent: () => import('./bench/bench-page').then((m) => m.BenchPage),
  },
  {
    path: 'orders/messages',
    title: 'Messages · Alnage',
    loadComponent: () => import('./orders/messages/messages-page').then((m) => m.MessagesPage),
  },
  {
    path: 'counter',
    title: 'Counter · Alnage',
    loadComponent: () => import('./counter/counter-page').then((m) => m.CounterPage),
  },
  {
    path: 'counter/till',
    title: 'Till · Alnage',
    loadComponent: () => import('./counter/till/till-page').then((m) => m.TillPage),
  },
  {
    path: 'counter/keeping',
    title: 'Keeping · Alnage',
    loadComponent: () => import('./counter/keeping/keeping-page').then((m) => m.KeepingPage),
  },
  {
    path: 'ledger',
    title: 'Ledger · Alnage',
    loadComponent: () => import('./ledger/ledger-page').then((m) => m.LedgerPage),
  },
  {
    path: 'ledger/season',
    title: 'Next year · Alnage',
    loadComponent: () => import('./ledger/lessons-page').then((m) => m.LessonsPage),
  },
  {
    path: 'ledger/recall',
    title: 'Recall · Alnage',
    loadComponent: () => import('./ledger/recall/recall-page').then((m) => m.RecallPage),
  },
  {
    path: 'practice',
    title: 'Practice · Alnage',
    loadComponent: () => import('./practice/practice-page').then((m) => m.PracticePage),
  },
  { path: 'workshop', pathMatch: 'full', redirectTo: 'workshop/coatings' },
  {
    ...asked,
    path: 'workshop/:section',
    title: 'Workshop · Alnage',
    loadComponent: () => import('./workshop/workshop-page').then((m) => m.WorkshopPage),
  },
  { path: '**', redirectTo: 'orders' },
];
