import { data } from 'react-router';
import { devices } from '#app/platform/devices.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { Route } from './+types/readDevice.ts';
import type { DeviceAnswer } from '#app/ui/TakeFrom.tsx';
import { airAnswer, weightAnswer } from './deviceWords.ts';

/** What a device says now, for the field beside its button: `of` is scale, jar or room. */
export async function loader({ request, context }: Route.LoaderArgs): Promise<Response> {
  const { desk } = visitBy(context, request, 'work');
  const of = new URL(request.url).searchParams.get('of');
  const answer: DeviceAnswer | null =
    of === 'scale' && desk.scale
      ? weightAnswer(await desk.scale.device.weigh())
      : of === 'jar' && devices.jar
        ? airAnswer(await devices.jar.read(), 'The jar’s hygrometer')
        : of === 'room' && devices.room
          ? airAnswer(await devices.room.read(), 'The room’s logger')
          : null;
  if (!answer) throw data(null, { status: 404 });
  return Response.json(answer, { headers: { 'Cache-Control': 'no-store' } });
}
