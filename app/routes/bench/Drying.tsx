import { HEAVIER_WORDS } from '#words/bench.ts';
import type { SubmissionResult } from '@conform-to/react';
import { useMemo } from 'react';
import { Button } from '#app/ui/Button.tsx';
import { Chart } from '#app/ui/Chart.tsx';
import type { Tone } from '#words/tone.ts';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { fillField, TakeFrom, useDevice, type DeviceAnswer } from '#app/ui/TakeFrom.tsx';
import { CHART } from '#app/ui/chartColours.ts';
import { ChoiceField, PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { weighForm, airForm } from '#contracts/bench/bench.ts';
import type { BatchPage } from './WhatNext.tsx';
import { EMPTY_IS_NOW, NOT_DRY } from './benchWords.ts';
import { tellSent, usePaintFirst, useSentWeight } from './sentWeight.ts';
import { EXAMPLES, useUnits } from '#app/ui/units.tsx';
import { TemperatureField, typedDegrees } from '#app/ui/TemperatureField.tsx';

const ROOM_WORDS: Record<NonNullable<BatchPage['drying']['room']>['verdict'], { tone: Tone; verdict: string }> = {
  'dries it': { tone: 'good', verdict: 'Yes, this room can dry it' },
  'nearly: silica to finish': { tone: 'doubt', verdict: 'Nearly: finish with silica gel' },
  'needs silica': { tone: 'poor', verdict: 'No: use silica gel' },
};

/** Weighings, the curve they make, the day they lead to, and whether this room can dry the seed at all. */
export function Drying({
  batch,
  formKey,
  aired,
  isRefused,
}: {
  batch: BatchPage;
  formKey: string;
  aired: SubmissionResult | null;
  /** Whether the last weight sent was asked about: it is not painted as if it stood. */
  isRefused: boolean;
}) {
  const { drying } = batch;
  const sealing = sealingWords(drying.against);
  return (
    <section aria-label="Drying" className="space-y-6">
      {drying.room && (
        <Reckoning
          tone={ROOM_WORDS[drying.room.verdict].tone}
          question="Can this room dry it?"
          verdict={ROOM_WORDS[drying.room.verdict].verdict}
          reasons={[
            `In this air the seed will settle at ${drying.room.settles.toFixed(1)} % water; to seal it, it should be at most ${drying.room.target.toFixed(1)} %`,
            'A room can only dry seed to the room’s own humidity',
            ...(drying.room.clamped ? ['The equation does not cover air like this, so the nearest covered value was used'] : []),
          ]}
        />
      )}
      <Curve batch={batch} isRefused={isRefused} />
      <Reckoning
        tone={sealing.tone}
        question="Dry enough to seal?"
        verdict={sealing.verdict}
        figure={
          <p>
            {drying.lost ? `Water lost so far: ${drying.lost}. ` : ''}
            {drying.dryDay && (
              <>
                Dry about <b>{drying.dryDay[1]}</b>
                {drying.dryDay[0] !== drying.dryDay[2] && `, in 8 out of 10 cases between ${drying.dryDay[0]} and ${drying.dryDay[2]}`}
                .{' '}
              </>
            )}
            {drying.moisture !== null && `The jar’s hygrometer shows ${drying.moisture.toFixed(1)} % water. `}
            {drying.target && `Target weight: ${drying.target}.`}
          </p>
        }
        reasons={[
          ...drying.against.map((one) => NOT_DRY[one].charAt(0).toUpperCase() + NOT_DRY[one].slice(1)),
          `Sign to look for: ${drying.sign.charAt(0).toLowerCase()}${drying.sign.slice(1)}`,
        ]}
        working={
          drying.settled === null ? undefined : (
            <p>
              Exponential drying curve W(t) = W∞ + A·e^(−kt), averaged over all curves that fit the weighings. “Settled” means that at most
              5 % of the water it can lose is left, or 0.2 % of the weight. Probability now: {Math.round(drying.settled * 100)} %; we ask
              for 90 %.
            </p>
          )
        }
      />
      <AirForm key={formKey} formKey={formKey} result={aired} celsius={batch.celsius} has={batch.has} />
    </section>
  );
}

function sealingWords(against: BatchPage['drying']['against']): { tone: Tone; verdict: string } {
  if (against.length === 0) return { tone: 'good', verdict: 'Yes' };
  if (against.length === 1 && against[0] === 'no sign yet') return { tone: 'good', verdict: 'Yes, once you see the sign' };
  return { tone: 'doubt', verdict: 'Not yet' };
}

/** One field, one key: the weight as people write it. */
export function WeighForm({
  formKey,
  result,
  last,
  hasScale,
}: {
  formKey: string;
  result: SubmissionResult | null;
  last: BatchPage['weighings'][number] | undefined;
  hasScale: boolean;
}) {
  const units = useUnits();
  const [form, fields] = usePostForm<typeof weighForm>({
    id: `weigh-${formKey}`,
    result,
    start: { scale: last?.scale ?? '1 g' },
  });
  const paintFirst = usePaintFirst((sent) => tellSent(formKey, String(new FormData(sent).get('weight'))));
  const scale = useDevice('scale', (answer) => {
    const element = document.getElementById(form.id);
    if (!(element instanceof HTMLFormElement) || !('weight' in answer)) return;
    fillField(element, 'weight', answer.weight);
    fillField(element, 'scale', answer.scale);
    element.requestSubmit();
  });
  return (
    <div onSubmitCapture={paintFirst}>
      <PostForm form={form} formKey={formKey} intent="weigh" className="space-y-4 border-l-4 border-grain bg-sheet px-5 py-4">
        <TextField
          field={fields.weight}
          label="What does the scale show?"
          hint={`${last ? `${last.weight} last time` : EXAMPLES[units].weight}${hasScale ? '. Press Enter on an empty field to read the scale' : ''}`}
          className="max-w-48 text-large"
          autoComplete="off"
          onKeyDown={(event) => {
            if (!hasScale || event.key !== 'Enter' || event.currentTarget.value.trim() !== '') return;
            event.preventDefault();
            void scale.take();
          }}
        />
        <div className="flex flex-wrap gap-3">
          <Button type="submit" look="action">
            Save weight
          </Button>
          {hasScale && <TakeFrom label="Read the scale" device={scale} />}
        </div>
        <ChoiceField
          field={fields.scale}
          label="Scale precision"
          options={[
            { value: '1 g', label: '1 g' },
            { value: '0.1 g', label: '0.1 g' },
          ]}
        />
        <details {...(fields.when.errors && { open: true })}>
          <summary className="link inline-flex min-h-11 items-center">It was weighed earlier</summary>
          <TextField field={fields.when} label="When was it weighed?" hint={EMPTY_IS_NOW} className="max-w-80" />
        </details>
        {fields.heavier.errors && (
          <ChoiceField
            field={fields.heavier}
            label="It does not fit the last weight"
            options={Object.entries(HEAVIER_WORDS).map(([value, label]) => ({ value, label }))}
          />
        )}
      </PostForm>
    </div>
  );
}

function AirForm({
  formKey,
  result,
  celsius,
  has,
}: {
  formKey: string;
  result: SubmissionResult | null;
  celsius: number;
  has: BatchPage['has'];
}) {
  const [form, fields] = usePostForm<typeof airForm>({
    id: `air-${formKey}`,
    result,
    start: { of: 'room', celsius: String(celsius) },
  });
  const units = useUnits();
  const fillFrom = (of: 'room' | 'jar') => (answer: DeviceAnswer) => {
    const element = document.getElementById(form.id);
    if (!(element instanceof HTMLFormElement) || !answer.ok || !('humidity' in answer)) return;
    fillField(element, 'of', of);
    fillField(element, 'humidity', answer.humidity);
    fillField(element, 'celsius', typedDegrees(answer.celsius, units));
  };
  const [room, jar] = [useDevice('room', fillFrom('room')), useDevice('jar', fillFrom('jar'))];
  return (
    <details open={result !== null}>
      <summary className="link inline-flex min-h-11 items-center">Read a hygrometer</summary>
      <PostForm form={form} formKey={formKey} intent="air" className="mt-2 space-y-4">
        <ChoiceField
          field={fields.of}
          label="Where?"
          hint="After a day in a closed jar with the seed, it shows how moist the seed is"
          options={[
            { value: 'room', label: 'In the room' },
            { value: 'jar', label: 'In its jar' },
          ]}
        />
        {(has.room || has.jar) && (
          <div className="flex flex-wrap gap-3">
            {has.room && <TakeFrom label="Read the room’s logger" device={room} />}
            {has.jar && <TakeFrom label="Read the jar’s hygrometer" device={jar} />}
          </div>
        )}
        <div className="grid gap-5 sm:grid-cols-2">
          <TextField field={fields.humidity} label="Humidity, %" inputMode="decimal" />
          <TemperatureField field={fields.celsius} label="Temperature" />
        </div>
        <Button type="submit">Save reading</Button>
      </PostForm>
    </details>
  );
}

const DAY = 86_400_000;

/** The unit of the curve's axis, in milligrams, and its sign. */
const AXIS = { metric: { unit: 1000, sign: 'g' }, imperial: { unit: 28_349.523_125, sign: 'oz' } } as const;

/** Where the next weighing stands: a little later than the last. */
function nextPoint({ series }: { series: readonly { data: number[][] }[] }, weight: number): readonly [number, number] {
  return [(series[1]!.data.at(-1)?.[0] ?? 0) + 0.02, weight];
}

/** Weighings as points, the middle curve, and the days between which it is dry; a weight on its way is painted before it is saved. */
function Curve({ batch, isRefused }: { batch: Pick<BatchPage, 'weighings' | 'drying' | 'keys'>; isRefused: boolean }) {
  const { weighings, drying } = batch;
  const sent = useSentWeight(batch.keys.weigh);
  const onItsWay = isRefused ? null : sent;
  const { unit, sign } = AXIS[useUnits()];
  const option = useMemo(() => {
    const from = drying.curve?.from ?? weighings[0]?.at ?? 0;
    const points = weighings.map(({ at, milligrams }) => [(at - from) / DAY, milligrams / unit]);
    const last = points.at(-1)?.[0] ?? 0;
    const end = Math.ceil(Math.max(1, last + 0.5, Math.min(drying.curve?.band[2] ?? 0, last + 30)));
    const line = drying.curve
      ? Array.from({ length: 41 }, (_, index) => {
          const day = (end * index) / 40;
          const { start, lost, perDay } = drying.curve!;
          return [day, ((start * 1000) / unit) * (1 - lost * (1 - Math.exp(-perDay * day)))];
        })
      : [];
    return {
      animation: false,
      grid: { left: 56, right: 16, top: 16, bottom: 36 },
      xAxis: {
        type: 'value',
        min: 0,
        max: end,
        name: 'days',
        nameLocation: 'middle',
        nameGap: 24,
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        scale: true,
        axisLabel: { formatter: `{value} ${sign}` },
      },
      series: [
        {
          type: 'line',
          data: line,
          showSymbol: false,
          lineStyle: { color: CHART.line, width: 2 },
          ...(drying.curve &&
            drying.lost && {
              markArea: {
                silent: true,
                itemStyle: { color: CHART.line, opacity: 0.15 },
                data: [[{ xAxis: drying.curve.band[0] }, { xAxis: Math.min(end, drying.curve.band[2]) }]],
              },
            }),
        },
        { type: 'scatter', data: points, symbolSize: 11, itemStyle: { color: CHART.point } },
      ],
    };
  }, [weighings, drying, unit, sign]);
  const mark = useMemo(() => (onItsWay === null ? null : nextPoint(option, onItsWay / unit)), [option, onItsWay, unit]);
  if (weighings.length === 0 && onItsWay === null) return null;
  return (
    <figure>
      <Chart label="Weight by day, with the fitted curve" option={option} mark={mark} className="h-64 w-full" />
      <figcaption className="text-small text-soft">
        Points: weighings, also listed under “So far”. Line: most likely course. Shaded: when it will be dry, in 8 out of 10 cases.
      </figcaption>
    </figure>
  );
}
