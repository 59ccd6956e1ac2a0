import { LABELS_MOST } from '@alnage/contract';
import { ProblemError } from '../../platform/http/problem-error';

/** @throws ProblemError `too-many-labels` */
export function requireFew(labels: number): void {
  if (labels > LABELS_MOST) throw new ProblemError('too-many-labels', { labels, most: LABELS_MOST });
}
