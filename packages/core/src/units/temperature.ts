const FAHRENHEIT_PER_KELVIN = 1.8;
const FREEZING_FAHRENHEIT = 32;

/** Degrees Fahrenheit of a temperature in °C. By hand: 31 °C are 87.8 °F. */
export function fahrenheitFromCelsius(celsius: number): number {
  return celsius * FAHRENHEIT_PER_KELVIN + FREEZING_FAHRENHEIT;
}

/** Degrees Celsius of a temperature in °F. By hand: 90 °F are 32.2 °C. */
export function celsiusFromFahrenheit(fahrenheit: number): number {
  return (fahrenheit - FREEZING_FAHRENHEIT) / FAHRENHEIT_PER_KELVIN;
}
