export { fitCooling, type CoolingFit } from './cooling-fit';
export { heatAtWork, type HeatAtWork } from './heat-at-work';
export type { BowlHeat } from './heat-of-bowl';
export { practiceHeat } from './practice-heat';
export { reachForecast, type ReachForecast } from './reach-forecast';
export {
  courseAhead,
  windowForecast,
  type CoursePoint,
  type WindowForecast,
  type WorkedBowl,
} from './window-forecast';
