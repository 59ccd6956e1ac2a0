import type { MeltSchool, TemperStep } from '../temper/temper-guide';
import type { TroubleAnswer } from './trouble';

/** Why a piece is not good enough. */
export const REJECT_CAUSES = ['cracked', 'foot', 'bare', 'bloom', 'broken', 'misshapen', 'other'] as const;
export type RejectCause = (typeof REJECT_CAUSES)[number];

/** What a bowl on the scale was weighed for: before the run, what was put in during it, after it. */
export const WEIGHED_WHAT = ['start', 'added', 'left'] as const;
export type WeighedWhat = (typeof WEIGHED_WHAT)[number];

/** One thing that was done at the bench. */
export type BenchDeed =
  | { readonly kind: 'begin' }
  | { readonly kind: 'tray'; readonly pieces: number }
  | { readonly kind: 'reject'; readonly pieces: number; readonly cause: RejectCause }
  | { readonly kind: 'weigh'; readonly what: WeighedWhat; readonly grams: number }
  | { readonly kind: 'pause' }
  | { readonly kind: 'resume' }
  | { readonly kind: 'school'; readonly school: MeltSchool }
  | { readonly kind: 'step'; readonly step: TemperStep; readonly celsius: number | null }
  | { readonly kind: 'solid'; readonly grams: number }
  /** Its temper is lost: it is melted out, and brought to work anew. */
  | { readonly kind: 'again'; readonly school: MeltSchool }
  | { readonly kind: 'timer'; readonly name: string; readonly endsAt: number }
  | { readonly kind: 'timer-off'; readonly timer: string }
  | { readonly kind: 'trouble'; readonly trouble: TroubleAnswer; readonly note: string }
  | { readonly kind: 'end' }
  | { readonly kind: 'undo'; readonly event: string };

/** A deed as it is kept: by an id of the screen's own, so that it counts once however often it is sent. */
export interface BenchEvent {
  readonly id: string;
  /** The work that it belongs to, as workKey says it. */
  readonly work: string;
  /** When it was done, ms since 1970 by the workshop's clock. */
  readonly at: number;
  readonly by: string | null;
  readonly deed: BenchDeed;
}
