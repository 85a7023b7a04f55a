import { useId, useState, type ReactNode } from 'react';
import {
  dilute,
  seedsPerGramOf,
  silicaGel,
  SODA_FORMS,
  type Desiccant,
  warmUpHours,
  washingSoda,
  type SodaForm,
} from '#core/bench/calculators.ts';
import { SEALING_HUMIDITY, settlingMoisture, weightAtMoisture } from '#core/bench/moisture.ts';
import { CAUTION_WORDS } from '#words/bench.ts';
import { formatSpan } from '#core/calendar/formatMoment.ts';
import { formatWeight, type Units } from '#core/units/formatAmount.ts';
import { parseAmount } from '#core/units/parseAmount.ts';
import { EXAMPLES, useUnits } from '#app/ui/units.tsx';
import { proseIn } from '#core/units/proseIn.ts';
import { celsiusOf, degreesIn, degreeSign } from '#core/units/temperature.ts';

/** A figure typed with a comma or a point; null when it is none. */
function figure(text: string): number | null {
  const value = Number(text.replace(/[%°CF\s]/gi, '').replace(',', '.'));
  return text.trim() === '' || !Number.isFinite(value) ? null : value;
}

/** Degrees Celsius of a temperature typed as the house writes it. */
function degrees(text: string, units: Units): number | null {
  const value = figure(text);
  return value === null || units === 'metric' ? value : celsiusOf(value);
}

function weightOf(text: string): number | null {
  const read = parseAmount(text);
  return read.ok && read.amount.kind === 'weight' ? read.amount.milligrams : null;
}

function Field({ label, hint, value, set }: { label: string; hint?: string; value: string; set: (text: string) => void }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="block font-semibold">
        {label}
      </label>
      {hint && <p className="text-small text-soft">{hint}</p>}
      <input
        id={id}
        className="input mt-1"
        value={value}
        onChange={(event) => set(event.target.value)}
        inputMode="text"
        autoComplete="off"
      />
    </div>
  );
}

/** One calculator: what goes in, what comes out, and how it is worked. */
function Calculator({
  title,
  caution,
  children,
  answer,
  how,
}: {
  title: string;
  caution?: string;
  children: ReactNode;
  answer: ReactNode;
  how: string;
}) {
  return (
    <section aria-label={title} className="border-t border-rule pt-5">
      <h2 className="mb-3">{title}</h2>
      {caution && <p className="mb-3 border-l-4 border-poor bg-poor-tint px-4 py-2 font-semibold text-poor">{caution}.</p>}
      <div className="grid items-end gap-4 sm:grid-cols-2">{children}</div>
      <p role="status" className="mt-4 border-l-4 border-frost bg-sheet px-4 py-3 text-large">
        {answer}
      </p>
      <p className="mt-1 text-small text-soft">{how}</p>
    </section>
  );
}

const GEL_HOW =
  'Rule of thumb: the same weight of gel as of seed. More exactly: enough for the water the seed loses down to 7 %, where a gram of gel holds about 0.2 g. When its colour has changed, dry the gel at 120 °C for two hours.';
const RICE_HOW =
  'Rice holds a quarter as much water as silica gel, so use four times the weight of the seed. Dry it in an oven at 120 °C for an hour and cool it in a closed tin. A gram of rice holds about 0.05 g of water.';
const ASK = 'Enter the figures above with their units.';

/** How much silica gel a batch takes, from its weight and, where it is known, its moisture. */
export function SilicaCalculator({
  weight = '',
  moisture = '',
  desiccant = 'silica',
}: {
  weight?: string;
  moisture?: string;
  desiccant?: Desiccant;
}) {
  const units = useUnits();
  const [typed, setTyped] = useState(weight);
  const [wet, setWet] = useState(moisture);
  const milligrams = weightOf(typed);
  const from = figure(wet);
  const isMoisture = from === null || (from >= 0 && from < 100);
  const gel = milligrams === null || !isMoisture ? null : silicaGel(milligrams, from, 7, desiccant);
  const rice = desiccant === 'rice';
  return (
    <Calculator
      title={rice ? 'Dry rice' : 'Silica gel'}
      {...(!rice && { caution: CAUTION_WORDS.silica })}
      how={proseIn(units, rice ? RICE_HOW : GEL_HOW)}
      answer={
        gel ? (
          <>
            <b>{formatWeight(Math.round(gel.byRule), units)}</b> of {rice ? 'dry rice' : 'gel'} in a closed jar
            {gel.byWater !== null && gel.loads !== null && (
              <>
                ; for its water {formatWeight(Math.round(gel.byWater), units)}
                {gel.loads > 1 && `, so dry ${rice ? 'it' : 'the gel'} again ${gel.loads - 1} ${gel.loads === 2 ? 'time' : 'times'}`}
              </>
            )}
          </>
        ) : isMoisture ? (
          ASK
        ) : (
          'Seed moisture is a share of its weight: enter a figure from 0 up to 99 %.'
        )
      }
    >
      <Field label="Weight of the seed" hint={EXAMPLES[units].weight} value={typed} set={setTyped} />
      <Field label="Seed moisture, % (if known)" hint="You can work it out from a jar with a hygrometer, below" value={wet} set={setWet} />
    </Calculator>
  );
}

/** Washing soda for any volume. */
export function SodaCalculator() {
  const units = useUnits();
  const [volume, setVolume] = useState('500');
  const [percent, setPercent] = useState('2');
  const [form, setForm] = useState<SodaForm>('dry powder');
  const soda = washingSoda(figure(volume) ?? 0, figure(percent) ?? 0, form);
  return (
    <Calculator
      title="Washing soda"
      caution={CAUTION_WORDS.soda}
      how="Sodium carbonate, per cent weight by volume. Usual: 1 to 3 %, the same volume as the pulp, for about a day. Crystals are mostly water, so you need 2.7 times as much."
      answer={
        soda.ok ? (
          <>
            <b>{units === 'metric' ? `${soda.grams.toFixed(soda.grams < 10 ? 1 : 0)} g` : formatWeight(soda.grams * 1000, units)}</b>, about{' '}
            {soda.teaspoons} level teaspoons
            {!soda.usual && ' (1 to 3 % is usual)'}
          </>
        ) : soda.why === 'strength' ? (
          'Enter a strength above 0 and up to 100 %.'
        ) : (
          ASK
        )
      }
    >
      <Field label="Water, ml" value={volume} set={setVolume} />
      <Field label="Strength, %" value={percent} set={setPercent} />
      <fieldset>
        <legend className="font-semibold">The soda is</legend>
        {SODA_FORMS.map((one) => (
          <label key={one} className="mr-4 inline-flex min-h-11 items-center gap-2">
            <input type="radio" name="soda" checked={form === one} onChange={() => setForm(one)} className="size-5" />
            {one}
          </label>
        ))}
      </fieldset>
    </Calculator>
  );
}

/** Peroxide from a bottle of known strength. */
export function PeroxideCalculator() {
  const [bottle, setBottle] = useState('');
  const [wanted, setWanted] = useState('1');
  const [volume, setVolume] = useState('250');
  const mixed = dilute(figure(bottle) ?? -1, figure(wanted) ?? 0, figure(volume) ?? 0);
  const why = mixed.ok
    ? ''
    : {
        'bottle strength':
          figure(bottle) === null
            ? 'Enter the strength printed on the bottle. We never assume it.'
            : 'Enter a strength above 0 and up to 100 %.',
        'weaker bottle': 'The bottle is weaker than the strength you want. Use a stronger bottle or ask for less.',
        strength: 'Enter a strength above 0 and up to 100 %.',
        volume: ASK,
      }[mixed.why];
  return (
    <Calculator
      title="Dilute peroxide"
      caution={CAUTION_WORDS.peroxide}
      how="C₁V₁ = C₂V₂. Always pour the peroxide into the water."
      answer={
        mixed.ok ? (
          <>
            <b>{mixed.stock.toFixed(0)} ml</b> from the bottle into {mixed.water.toFixed(0)} ml of water
          </>
        ) : (
          why
        )
      }
    >
      <Field label="Strength on the bottle, %" hint="3 % is not 30 %" value={bottle} set={setBottle} />
      <Field label="Strength wanted, %" value={wanted} set={setWanted} />
      <Field label="Amount wanted, ml" value={volume} set={setVolume} />
    </Calculator>
  );
}

/** Moisture from a jar's humidity, and the weight at which the seed may be sealed. */
export function MoistureCalculator() {
  const [humidity, setHumidity] = useState('60');
  const units = useUnits();
  const [warmth, setWarmth] = useState(String(degreesIn(20, units)));
  const [oil, setOil] = useState('20');
  const [weight, setWeight] = useState(formatWeight(640_000, units));
  const [rh, t, fat] = [figure(humidity), degrees(warmth, units), figure(oil)];
  const known = rh !== null && rh > 0 && rh <= 100 && t !== null && fat !== null && fat >= 0 && fat <= 70;
  const now = known ? settlingMoisture(rh / 100, t, fat / 100) : null;
  const target = known ? settlingMoisture(SEALING_HUMIDITY, t, fat / 100).fresh : null;
  const milligrams = weightOf(weight);
  return (
    <Calculator
      title="Seed moisture from a jar, and the target weight"
      how="Equilibrium moisture content after Cromarty, Ellis and Roberts (1982). A hygrometer in a closed jar with the seed for a day shows the seed’s moisture. Target weight = W·(100 − m₁)/(100 − m₂)."
      answer={
        now && target !== null ? (
          <>
            The seed holds <b>{now.fresh.toFixed(1)} %</b> water; to seal it, it should hold at most {target.toFixed(1)} %
            {milligrams !== null &&
              now.fresh > target &&
              `, and then weighs ${formatWeight(Math.round(weightAtMoisture(milligrams, now.fresh, target)), units)}`}
            {now.clamped && '. The equation does not cover these values, so the nearest covered value was used'}.
          </>
        ) : (
          'Enter a humidity from 1 to 100 % and an oil content from 0 to 70 %.'
        )
      }
    >
      <Field label="Humidity in the jar, %" value={humidity} set={setHumidity} />
      <Field label={`Temperature, ${degreeSign(units)}`} value={warmth} set={setWarmth} />
      <Field label="Oil in the seed, %" hint="See Storing in the almanac" value={oil} set={setOil} />
      <Field label="Weight now" value={weight} set={setWeight} />
    </Calculator>
  );
}

/** How long a cold container stands before it is opened. */
export function WarmUpCalculator() {
  const units = useUnits();
  const [weight, setWeight] = useState(formatWeight(500_000, units));
  const [from, setFrom] = useState(String(degreesIn(-18, units)));
  const [room, setRoom] = useState(String(degreesIn(20, units)));
  const [humidity, setHumidity] = useState('50');
  const [milligrams, cold, warm, rh] = [weightOf(weight), degrees(from, units), degrees(room, units), figure(humidity)];
  const hours =
    milligrams && cold !== null && warm !== null && rh !== null && rh > 0 && rh <= 100
      ? warmUpHours(milligrams, 'jar', cold, warm, rh / 100)
      : null;
  return (
    <Calculator
      title="Warm-up of a cold jar"
      how="Lumped-capacity warming in still air, doubled for a heap of seed, until one degree above the room’s dew point; at least an hour."
      answer={
        hours === null ? (
          ASK
        ) : hours === 0 ? (
          <b>Ready to open now.</b>
        ) : (
          <>
            Leave it closed for <b>{formatSpan(hours * 3_600_000)}</b>
          </>
        )
      }
    >
      <Field label="Weight of seed in it" value={weight} set={setWeight} />
      <Field label={`Temperature it comes from, ${degreeSign(units)}`} value={from} set={setFrom} />
      <Field label={`Room temperature, ${degreeSign(units)}`} value={room} set={setRoom} />
      <Field label="Room humidity, %" value={humidity} set={setHumidity} />
    </Calculator>
  );
}

/** Seeds per gram from a counted and weighed sample. */
export function SampleCalculator() {
  const [count, setCount] = useState('100');
  const [weight, setWeight] = useState(formatWeight(300, useUnits()));
  const [scale, setScale] = useState('0.1');
  const [seeds, milligrams, error] = [figure(count), weightOf(weight), figure(scale)];
  const sample =
    seeds !== null && seeds >= 1 && milligrams !== null && error !== null && error > 0
      ? seedsPerGramOf(seeds, milligrams, error * 1000)
      : null;
  return (
    <Calculator
      title="Seeds per gram"
      how="Count ÷ weight. The error allows for the scale and for seeds that differ by about a fifth in weight."
      answer={
        sample ? (
          <>
            <b>{sample.perGram >= 10 ? sample.perGram.toFixed(0) : sample.perGram.toFixed(1)}</b> per gram; in 8 out of 10 cases{' '}
            {sample.low.toFixed(sample.low >= 10 ? 0 : 1)} to {sample.high.toFixed(sample.high >= 10 ? 0 : 1)}
            {seeds! < sample.countFor10 && `. Count ${sample.countFor10} to know it to a tenth`}
          </>
        ) : (
          ASK
        )
      }
    >
      <Field label="Seeds counted" value={count} set={setCount} />
      <Field label="They weigh" value={weight} set={setWeight} />
      <Field label="The scale reads to, g" value={scale} set={setScale} />
    </Calculator>
  );
}
