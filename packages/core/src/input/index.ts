export { rangeText, requireWithin, type Bound } from './bounds';
export { InputError, type InputErrorCode, type InputFault } from './input-error';
