import type { ComponentProps } from 'react';
import { degreesIn, degreeSign, IN_FAHRENHEIT, IN_WHOLE_FAHRENHEIT } from '#core/units/temperature.ts';
import { TextField } from './fields.tsx';
import { useUnits } from './units.tsx';

/** A temperature, typed as the house reads its thermometers. `start` is in degrees Celsius. */
export function TemperatureField({
  start,
  whole = false,
  label,
  ...props
}: Omit<ComponentProps<typeof TextField>, 'type' | 'defaultValue'> & { start?: string | undefined; whole?: boolean }) {
  const units = useUnits();
  return (
    <div>
      <InFahrenheit name={props.field.name} whole={whole} />
      <TextField
        {...props}
        label={`${label}, ${degreeSign(units)}`}
        type="number"
        step={whole ? 1 : 'any'}
        {...(props.value === undefined && { defaultValue: typedDegrees(start ?? (props.field.initialValue as string | undefined), units) })}
      />
    </div>
  );
}

/** Says of a field that degrees Fahrenheit stand in it, where the house writes them. */
export function InFahrenheit({ name, whole }: { name: string; whole: boolean }) {
  return useUnits() === 'imperial' ? <input type="hidden" name={whole ? IN_WHOLE_FAHRENHEIT : IN_FAHRENHEIT} value={name} /> : null;
}

/** What stands in a field for a number of degrees Celsius, typed or to start with; what is no number stands as it is. */
export function typedDegrees(typed: string | undefined, units: ReturnType<typeof useUnits>): string {
  // A form may name a field twice.
  const celsius = String(typed ?? '');
  const degrees = Number(celsius);
  return celsius.trim() === '' || !Number.isFinite(degrees) ? celsius : String(degreesIn(degrees, units));
}
