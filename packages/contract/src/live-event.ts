/** What changed: told to every open page, which then reads it anew. */
export const LIVE_TOPICS = [
  'orders',
  'plan',
  'plan-job',
  'workshop',
  'weighings',
  'larder',
  'bench',
  'readings',
  'messages',
  'labels',
] as const;
export type LiveTopic = (typeof LIVE_TOPICS)[number];

export interface LiveEvent {
  readonly topic: LiveTopic;
}
