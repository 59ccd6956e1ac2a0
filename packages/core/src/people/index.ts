export { workingHours, type WorkRules, type WorkSpan } from './working-hours';
