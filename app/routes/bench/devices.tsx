import type { SubmissionResult } from '@conform-to/react';
import { Form, redirect } from 'react-router';
import type { z } from 'zod';
import { deviceForm } from '#contracts/bench/bench.ts';
import { deskCookie } from '#app/platform/cookies.server.ts';
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

/** A device of a kind of which there may be several, as the page shows it. */
interface Shown extends State {
  readonly name: string;
  /** Whether this computer, tablet or phone uses it. */
  readonly isHere: boolean;
}

const PRINTER_AWAY = 'The printer does not answer. Check that it is plugged in and switched on';

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house, desk } = visitBy(context, request, 'work');
  const { scales, jar, room, printers, hand } = devices;
  const [weighed, jarAir, roomAir, printing] = await Promise.all([
    Promise.all(
      scales.map(async ({ name, device }): Promise<Shown> => {
        const state = said(weightAnswer(await device.weigh(), house.units), house.units);
        return { ...state, name, isHere: name === desk.scale?.name };
      }),
    ),
    jar?.read(),
    room?.read(),
    Promise.all(
      printers.map(async ({ name, device }) => {
        const [there, kept] = [await device.isThere(), await hand?.(`${idOf('printer', name)} kept`)];
        const shown: Shown = { there, words: there ? 'Ready' : PRINTER_AWAY, name, isHere: name === desk.printer?.name };
        return { ...shown, kept: kept ? kept.split(' ').filter(Boolean).length : 0 };
      }),
    ),
  ]);
  return {
    standIns: hand !== null,
    scales: weighed,
    jar: jarAir ? said(airAnswer(jarAir, 'The jar’s hygrometer'), house.units) : null,
    room: roomAir ? said(airAnswer(roomAir, 'The room’s logger'), house.units) : null,
    printers: printing,
  };
}

/** What the hand of the stand-ins calls a device: the bench's by its kind alone. */
const idOf = (kind: 'scale' | 'printer', name: string): string => (name === 'desk' ? `desk-${kind}` : kind);

/** What the hand is told to do to a stand-in. */
function lineOf(done: Exclude<z.infer<typeof deviceForm>, { intent: 'use' }>): string {
  switch (done.intent) {
    case 'put':
      return `${done.device} put ${done.weight.milligrams / 1000}`;
    case 'clear':
      return `${done.device} put 0`;
    case 'shake':
      return `${done.device} shake ${done.to}`;
    case 'plug':
      return `${done.device} ${done.to === 'on' ? 'plug' : 'unplug'}`;
    case 'air':
      return `${done.device} air ${(done.humidity * 100).toFixed(1)} ${done.celsius}`;
  }
}

/** A device is chosen for this desk; or the hand works a stand-in. */
export async function action({ request, context }: Route.ActionArgs) {
  const { desk } = visitBy(context, request, 'work');
  const { intent, form, submission } = await readForm(request, deviceForm);
  const of = `${intent} ${String(form.get('device') ?? '')}`.trim();
  if (submission.status !== 'success') return notAccepted({ of, result: submission.reply() });
  const { value } = submission;
  if (value.intent === 'use') {
    const chosen = { scale: desk.scale?.name ?? null, printer: desk.printer?.name ?? null, [value.kind]: value.name };
    throw redirect('/bench/devices', { headers: { 'Set-Cookie': await deskCookie(chosen) } });
  }
  if ((await devices.hand?.(lineOf(value))) !== 'done')
    return notAccepted({ of, result: submission.reply({ formErrors: ['There is no simulated device here'] }) });
  return { of, result: null };
}

export default function Devices({ loaderData, actionData }: Route.ComponentProps) {
  const { standIns, scales, jar, room, printers } = loaderData;
  const resultOf = (of: string) => (actionData?.of === of ? actionData.result : null);
  const none = scales.length === 0 && !jar && !room && printers.length === 0;
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
      {scales.map((scale) => {
        const device = idOf('scale', scale.name);
        return (
          <Device key={device} title="Scale" kind="scale" plug={device} standIn={standIns} state={scale} isOnly={scales.length === 1}>
            <PutOnScale device={device} result={resultOf(`put ${device}`)} />
            <div className="flex flex-wrap gap-3">
              <HandButton intent="clear" device={device}>
                Take off
              </HandButton>
              <HandButton intent="shake" device={device} to="on">
                Lean on the table
              </HandButton>
              <HandButton intent="shake" device={device} to="off">
                Let go
              </HandButton>
            </div>
          </Device>
        );
      })}
      {jar && (
        <Device title="Hygrometer of the jar" plug="jar" standIn={standIns} state={jar}>
          <AirAround device="jar" result={resultOf('air jar')} />
        </Device>
      )}
      {room && (
        <Device title="Logger of the room" plug="room" standIn={standIns} state={room}>
          <p className="text-soft">Read automatically every 15 minutes.</p>
          <AirAround device="room" result={resultOf('air room')} />
        </Device>
      )}
      {printers.map((printer) => (
        <Device
          key={printer.name}
          title="Label printer"
          kind="printer"
          plug={idOf('printer', printer.name)}
          standIn={standIns}
          state={printer}
          isOnly={printers.length === 1}
        >
          <p className="text-soft">
            {printer.kept === 0
              ? 'Nothing printed yet.'
              : `It has printed ${printer.kept} ${printer.kept === 1 ? 'time' : 'times'}; each is kept as a PDF.`}
          </p>
        </Device>
      ))}
    </div>
  );
}

type State = { there: boolean; words: string };

/** A device, how it is, and where there are several of its kind whether this desk uses it. */
function Device({
  title,
  kind,
  plug,
  standIn,
  state,
  isOnly = true,
  children,
}: {
  title: string;
  kind?: 'scale' | 'printer';
  plug: string;
  standIn: boolean;
  state: State & Partial<Pick<Shown, 'name' | 'isHere'>>;
  isOnly?: boolean;
  children: React.ReactNode;
}) {
  const called = isOnly ? title : `${title}: ${state.name}`;
  return (
    <section aria-label={called} className="space-y-3 border-t border-rule py-5">
      <div className="flex flex-wrap items-center gap-3">
        <h2>{called}</h2>
        <Mark tone={state.there ? 'good' : 'poor'}>{state.there ? 'answers' : 'does not answer'}</Mark>
        <span className="text-large">{state.words}</span>
      </div>
      {!isOnly &&
        (state.isHere ? (
          <p className="font-semibold text-good">Used at this desk. This computer or tablet remembers it.</p>
        ) : (
          <HandButton intent="use" kind={kind!} name={state.name!}>
            Use at this desk
          </HandButton>
        ))}
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
function HandButton({
  children,
  ...fields
}: { children: string; intent: string } & Partial<Record<'device' | 'to' | 'kind' | 'name', string>>) {
  return (
    <Form method="post">
      {Object.entries(fields).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <Button type="submit">{children}</Button>
    </Form>
  );
}

function PutOnScale({ device, result }: { device: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<'weight'>({ id: `put-${device}`, result });
  return (
    <PostForm form={form} formKey="" intent="put">
      <input type="hidden" name="device" value={device} />
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
