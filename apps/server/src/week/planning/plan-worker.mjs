import { register } from 'tsx/esm/api';

/** The worker from its source, for tests; the built server has a bundle under the same name. */
register();
const { default: planWork } = await import('./plan-work.ts');
export default planWork;
