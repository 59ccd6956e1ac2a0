/** What decides how warm a bowl will be: minutes and °C. */
export interface CoolingCourse {
  /** Temperature at minute 0 of the course. */
  readonly celsius: number;
  readonly roomCelsius: number;
  /** Share of the difference to the room that is lost a minute, 1/τ. */
  readonly perMinute: number;
  /** What heating gives and dipping takes, in K a minute; 0 for a bowl that is left alone. */
  readonly gainKelvinPerMinute: number;
}

/** (1 − e^(−k·x))/k, which is x where nothing is lost. */
export function lostShareIntegral(perMinute: number, minutes: number): number {
  return Math.abs(perMinute * minutes) < 1e-9 ? minutes : -Math.expm1(-perMinute * minutes) / perMinute;
}

/**
 * Temperature in °C after so many minutes: dT/dt = −k·(T − T_room) + g, which gives
 * T_room + (T0 − T_room)·e^(−k·t) + g·(1 − e^(−k·t))/k.
 * By hand: 40 °C in a room of 20 °C, τ = 60 min, nothing else: after 60 min 20 + 20/e = 27.36 °C.
 * Source: Incropera, Fundamentals of Heat and Mass Transfer (lumped capacitance).
 */
export function celsiusAfter(course: CoolingCourse, minutes: number): number {
  const { celsius, roomCelsius, perMinute, gainKelvinPerMinute } = course;
  const kept = Math.exp(-perMinute * minutes);
  return (
    roomCelsius + (celsius - roomCelsius) * kept + gainKelvinPerMinute * lostShareIntegral(perMinute, minutes)
  );
}

/** Where it ends in °C when it is left to go on: T_room + g/k; null where nothing is lost. */
export function restingCelsius({
  roomCelsius,
  perMinute,
  gainKelvinPerMinute,
}: CoolingCourse): number | null {
  return perMinute > 0 ? roomCelsius + gainKelvinPerMinute / perMinute : null;
}

/**
 * Minutes until a temperature is reached, negative where it was before; null where the course never meets it.
 * By hand: the bowl above reaches 30 °C after 60·ln(20/10) = 41.6 min. Source: the inverse of celsiusAfter.
 */
export function minutesTo(course: CoolingCourse, targetCelsius: number): number | null {
  const resting = restingCelsius(course);
  if (resting === null)
    return course.gainKelvinPerMinute === 0
      ? null
      : (targetCelsius - course.celsius) / course.gainKelvinPerMinute;
  const share = (targetCelsius - resting) / (course.celsius - resting);
  return share > 0 && Number.isFinite(share) ? -Math.log(share) / course.perMinute : null;
}
