import type { Units } from './formatAmount.ts';

/** The sign that stands behind a temperature as the house writes it. */
export const degreeSign = (units: Units): '°C' | '°F' => (units === 'metric' ? '°C' : '°F');

/** Degrees Celsius as the number that the house writes: Celsius to a tenth, Fahrenheit whole. */
export const degreesIn = (celsius: number, units: Units): number =>
  units === 'metric' ? Math.round(celsius * 10) / 10 + 0 : Math.round(celsius * 1.8 + 32) + 0;

/** Degrees Celsius, to a tenth, of a number of degrees Fahrenheit. */
export const celsiusOf = (fahrenheit: number): number => Math.round(((fahrenheit - 32) / 1.8) * 10) / 10 + 0;

/** A temperature for reading, with a minus that is one: `−18 °C`, `0 °F`. */
export const formatTemperature = (celsius: number, units: Units = 'metric'): string =>
  `${minus(degreesIn(celsius, units))} ${degreeSign(units)}`;

const minus = (number: number) => String(number).replace('-', '−');

/** Names the fields of a form in which degrees Fahrenheit stand: Celsius is made of them where the form is read, so that nothing else has to. */
export const IN_FAHRENHEIT = 'in-fahrenheit';
/** The same, for a temperature that is kept in whole degrees Celsius. */
export const IN_WHOLE_FAHRENHEIT = 'in-fahrenheit-whole';
