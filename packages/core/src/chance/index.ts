export { normalDraw } from './normal-draw';
export { Random } from './random';
