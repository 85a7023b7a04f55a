import type { SubmissionResult } from '@conform-to/react';
import { Form } from 'react-router';
import { handForm } from '#contracts/bench/bench.ts';
import { devices } from '#app/platform/devices.server.ts';
import { notAccepted, readForm } from '#app/platform/form.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { Mark } from '#app/ui/Mark.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { Route } from './+types/devices.ts';
import type { DeviceAnswer } from '#app/ui/TakeFrom.tsx';
import { airAnswer, weightAnswer } from './deviceWords.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import type { Units } from '#core/units/formatAmount.ts';
import { TemperatureField } from '#app/ui/TemperatureField.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Devices · Kind Granary' }];

const said = (answer: DeviceAnswer, units: Units): { there: boolean; words: string } => {
  if (!answer.ok) return { there: !answer.words.includes('does not answer'), words: answer.words };
  return {
    there: true,
    words: 'weight' in answer ? answer.weight : `${answer.humidity} % humid, ${formatTemperature(Number(answer.celsius), units)}`,
  };
};

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const { scale, jar, room, printer, hand } = devices;
  const [weighed, jarAir, roomAir, printing, kept] = await Promise.all([
    scale?.weigh(),
    jar?.read(),
    room?.read(),
    printer?.isThere(),
    hand?.('printer kept'),
  ]);
  return {
    standIns: hand !== null,
    scale: weighed ? said(weightAnswer(weighed, house.units), house.units) : null,
    jar: jarAir ? said(airAnswer(jarAir, 'The jar’s hygrometer'), house.units) : null,
    room: roomAir ? said(airAnswer(roomAir, 'The room’s logger'), house.units) : null,
    printer:
      printing === undefined
        ? null
        : { there: printing, words: printing ? 'Ready' : 'The printer does not answer. Check that it is plugged in and switched on' },
    kept: kept ? kept.split(' ').filter(Boolean).length : 0,
  };
}

/** What the hand is told to do to a stand-in. */
function lineOf(done: ReturnType<typeof handForm.parse>): string {
  switch (done.intent) {
    case 'put':
      return `scale put ${done.weight.milligrams / 1000}`;
    case 'clear':
      return 'scale put 0';
    case 'shake':
      return `scale shake ${done.to}`;
    case 'plug':
      return `${done.device} ${done.to === 'on' ? 'plug' : 'unplug'}`;
    case 'air':
      return `${done.device} air ${(done.humidity * 100).toFixed(1)} ${done.celsius}`;
  }
}

export async function action({ request, context }: Route.ActionArgs) {
  visitBy(context, request, 'work');
  const { intent, form, submission } = await readForm(request, handForm);
  const of = `${intent} ${String(form.get('device') ?? '')}`.trim();
  if (submission.status !== 'success') return notAccepted({ of, result: submission.reply() });
  if ((await devices.hand?.(lineOf(submission.value))) !== 'done')
    return notAccepted({ of, result: submission.reply({ formErrors: ['There is no simulated device here'] }) });
  return { of, result: null };
}

export default function Devices({ loaderData, actionData }: Route.ComponentProps) {
  const { standIns, scale, jar, room, printer, kept } = loaderData;
  const resultOf = (of: string) => (actionData?.of === of ? actionData.result : null);
  const none = !scale && !jar && !room && !printer;
  return (
    <div className="max-w-3xl">
      <PageHead
        title="Devices"
        about={
          standIns
            ? 'No devices are connected, so these are simulated. What you set here is what the bench reads.'
            : 'What is connected, and what it shows now.'
        }
        actions={
          <>
            <ButtonLink to="/tablet">Shared tablet</ButtonLink>
            <ButtonLink to="/bench">Bench</ButtonLink>
          </>
        }
      />
      {none && (
        <Empty>No devices connected. The operator’s guide explains how to connect them; until then, type weights and readings.</Empty>
      )}
      {scale && (
        <Device name="Scale" plug="scale" standIn={standIns} state={scale}>
          <PutOnScale result={resultOf('put')} />
          <div className="flex flex-wrap gap-3">
            <HandButton intent="clear">Take off</HandButton>
            <HandButton intent="shake" to="on">
              Lean on the table
            </HandButton>
            <HandButton intent="shake" to="off">
              Let go
            </HandButton>
          </div>
        </Device>
      )}
      {jar && (
        <Device name="Hygrometer of the jar" plug="jar" standIn={standIns} state={jar}>
          <AirAround device="jar" result={resultOf('air jar')} />
        </Device>
      )}
      {room && (
        <Device name="Logger of the room" plug="room" standIn={standIns} state={room}>
          <p className="text-soft">Read automatically every 15 minutes.</p>
          <AirAround device="room" result={resultOf('air room')} />
        </Device>
      )}
      {printer && (
        <Device name="Label printer" plug="printer" standIn={standIns} state={printer}>
          <p className="text-soft">
            {kept === 0 ? 'Nothing printed yet.' : `It has printed ${kept} ${kept === 1 ? 'time' : 'times'}; each is kept as a PDF.`}
          </p>
        </Device>
      )}
    </div>
  );
}

type State = { there: boolean; words: string };

function Device({
  name,
  plug,
  standIn,
  state,
  children,
}: {
  name: string;
  plug: string;
  standIn: boolean;
  state: State;
  children: React.ReactNode;
}) {
  return (
    <section aria-label={name} className="space-y-3 border-t border-rule py-5">
      <div className="flex flex-wrap items-center gap-3">
        <h2>{name}</h2>
        <Mark tone={state.there ? 'good' : 'poor'}>{state.there ? 'answers' : 'does not answer'}</Mark>
        <span className="text-large">{state.words}</span>
      </div>
      {standIn && (
        <>
          {children}
          <HandButton intent="plug" device={plug} to={state.there ? 'off' : 'on'}>
            {state.there ? 'Unplug' : 'Plug in'}
          </HandButton>
        </>
      )}
    </section>
  );
}

/** One thing done to a stand-in, by a tap. */
function HandButton({ children, ...fields }: { children: string; intent: string; device?: string; to?: string }) {
  return (
    <Form method="post">
      {Object.entries(fields).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <Button type="submit">{children}</Button>
    </Form>
  );
}

function PutOnScale({ result }: { result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<'weight'>({ id: 'put', result });
  return (
    <PostForm form={form} formKey="" intent="put">
      <div className="flex flex-wrap items-end gap-3">
        <TextField field={fields.weight} label="Weight to put on" hint="642.3 g" autoComplete="off" />
        <Button type="submit">Put on scale</Button>
      </div>
    </PostForm>
  );
}

function AirAround({ device, result }: { device: 'jar' | 'room'; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<'humidity' | 'celsius'>({ id: `air-${device}`, result });
  return (
    <PostForm form={form} formKey="" intent="air">
      <input type="hidden" name="device" value={device} />
      <div className="flex flex-wrap items-end gap-3">
        <TextField field={fields.humidity} label="Humidity, %" inputMode="decimal" className="max-w-28" />
        <TemperatureField field={fields.celsius} label="Temperature" className="max-w-28" />
        <Button type="submit">Set</Button>
      </div>
    </PostForm>
  );
}
