import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Facts, Notice, PageHead } from '#app/ui/Page.tsx';
import { ChoiceField, PostForm, TextArea, TextField, TickField } from '#app/ui/fields.tsx';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import type { ReactNode } from 'react';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { houseForm } from '#contracts/people/people.ts';
import { formatMonthDay } from '#core/calendar/formatDate.ts';
import { findCrop } from '#core/almanac/findCrop.ts';
import { readPrices } from '#core/house/prices.ts';
import { readCropThresholds } from '#core/house/thresholds.ts';
import { listCropNames } from '#data/almanac/almanac.ts';
import { readHouse } from '#data/house/house.ts';
import { changeHouse } from '#services/people/people.server.ts';
import type { Route } from './+types/settings.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Settings · Kind Granary' }];

const asMoney = (hundredths: number) => (hundredths / 100).toFixed(2);
const asPercent = (share: number) => String(Math.round(share * 100));

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house } = visitBy(context, request, 'set house rules');
  const { name, timeZone, lastFrost, firstFrost, lendingOpens, sowingStarts, units, southern, version, bench, prices } = house;
  const { thresholds, cropThresholds } = house;
  const crops = await listCropNames(db);
  const now = {
    name,
    timeZone,
    lastFrost: formatMonthDay(lastFrost),
    firstFrost: formatMonthDay(firstFrost),
    lendingOpens: formatMonthDay(lendingOpens),
    sowingStarts: formatMonthDay(sowingStarts),
    units,
    hemisphere: southern ? 'southern' : 'northern',
    lend: asPercent(thresholds.lend),
    full: asPercent(thresholds.full),
    sureness: asPercent(thresholds.sureness),
    trays: String(bench.trays),
    jars: String(bench.jars),
    hours: String(bench.hours),
    currency: prices.currency,
    packetPrice: asMoney(prices.packet),
    isOffered: house.howToAsk === null ? '' : 'on',
    howToAsk: house.howToAsk ?? '',
    cropThresholds: crops
      .filter(({ id }) => id in cropThresholds)
      .map(({ id, name: crop }) => `${crop} ${asPercent(cropThresholds[id]!.lend)} ${asPercent(cropThresholds[id]!.full)}`)
      .join('\n'),
    cropPrices: crops
      .filter(({ id }) => id in prices.crops)
      .map(({ id, name: crop }) => `${crop} ${asMoney(prices.crops[id]!)}`)
      .join('\n'),
  };
  return { key: newFormKey(), version, start: { ...now, ...(await typedBefore(request, actor)) } };
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'set house rules');
  const { house: before } = visit;
  const { submission } = await readForm(request, houseForm);
  if (submission.status !== 'success') return notAccepted({ saved: false, result: submission.reply(), theirs: null });
  const { key, lend, full, sureness, hemisphere, isOffered, howToAsk, trays, jars, hours, currency, packetPrice, ...rest } =
    submission.value;
  const crops = await listCropNames(db);
  const { cropPrices, cropThresholds, ...house } = rest;
  const cropNamed = (cropName: string) => findCrop(crops, cropName);
  const priced = readPrices(cropPrices ?? '', cropNamed);
  const asked = readCropThresholds(cropThresholds ?? '', cropNamed);
  if (!priced.ok || !asked.ok)
    return notAccepted({
      saved: false,
      result: submission.reply({
        fieldErrors: {
          ...(!priced.ok && { cropPrices: [lineTrouble(priced, 'enter a crop and its price, for example maize 4.10')] }),
          ...(!asked.ok && {
            cropThresholds: [lineTrouble(asked, 'enter a crop and two percentages, the lower first, for example parsnip 40 65')],
          }),
        },
      }),
      theirs: null,
    });
  const done = await changeHouse(visit, {
    key,
    ...house,
    southern: hemisphere === 'southern',
    rules: before.rules,
    bench: { trays, jars, hours },
    prices: { currency, packet: Math.round(packetPrice * 100), crops: priced.crops },
    thresholds: { lend: lend / 100, full: full / 100, sureness: sureness / 100 },
    cropThresholds: asked.crops,
    growing: before.growing,
    howToAsk: isOffered ? howToAsk : null,
  });
  if (!done.ok)
    return notAccepted({
      saved: false,
      result: submission.reply({ formErrors: [EVERYBODYS_PROBLEMS['changed meanwhile']] }),
      theirs: await readHouse(db),
    });
  return { saved: true, result: null, theirs: null };
}

const lineTrouble = ({ line, why }: { line: string; why: 'no such crop' | 'not read' }, howto: string) =>
  `“${line}”: ${why === 'no such crop' ? 'this crop is not in the almanac' : howto}`;

export default function Settings({ loaderData: { key, version, start }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof houseForm>({ id: 'house', result: actionData?.result, start });
  const theirs = actionData?.theirs;
  return (
    <>
      <PageHead
        title="Settings"
        about="When you change these, verdicts change too. Dates agreed with members stay as they are."
        actions={
          <>
            <ButtonLink to="/desk?who=everybody&sort=name">People and roles</ButtonLink>
            <ButtonLink to="/settings/rules">House rules</ButtonLink>
            <ButtonLink to="/settings/growing">Growing and risk</ButtonLink>
            <ButtonLink to="/settings/recipes">Recipes</ButtonLink>
            <ButtonLink to="/settings/record">Who did what</ButtonLink>
            <ButtonLink to="/tablet">Shared tablet</ButtonLink>
            <ButtonLink to="/report">Annual report</ButtonLink>
            <ButtonLink to="/import">Bring data in</ButtonLink>
            <ButtonLink to="/listings">Other libraries</ButtonLink>
            <ButtonLink to="/settings/take-out">Take data out</ButtonLink>
            <ButtonLink to="/settings/handover">Handover</ButtonLink>
          </>
        }
      />
      {actionData?.saved && <Notice tone="good">Saved.</Notice>}
      <PostForm form={form} formKey={key}>
        <input type="hidden" name="version" value={theirs?.version ?? version} />
        {theirs && (
          <Facts
            rows={[
              ['Name now', theirs.name],
              ['Last frost now', formatMonthDay(theirs.lastFrost)],
              ['First frost now', formatMonthDay(theirs.firstFrost)],
              ['Lending opens now', formatMonthDay(theirs.lendingOpens)],
              ['Sowing starts now', formatMonthDay(theirs.sowingStarts)],
              ['Units now', theirs.units],
              ['Good enough to lend now', `${asPercent(theirs.thresholds.lend)} %`],
              ['Full strength now', `${asPercent(theirs.thresholds.full)} %`],
            ]}
          />
        )}
        <Part title="Your library">
          <div className="grid items-end gap-5 sm:grid-cols-2">
            <TextField field={fields.name} label="Name" />
            <TextField field={fields.timeZone} label="Time zone" hint="For example Atlantic/Azores" />
          </div>
        </Part>
        <Part title="The season" about="Average dates. South of the equator the last frost falls in the second half of the year.">
          <div className="grid items-start gap-5 sm:grid-cols-2 lg:grid-cols-4">
            <TextField field={fields.lastFrost} label="Last frost" hint="For example 12 May" />
            <TextField field={fields.firstFrost} label="First frost" hint="For example 5 Oct" />
            <TextField field={fields.lendingOpens} label="Lending opens" hint="For example 1 Feb" />
            <TextField field={fields.sowingStarts} label="Sowing starts" hint="For example 10 Mar" />
          </div>
          <ChoiceField
            field={fields.hemisphere}
            label="Hemisphere"
            hint="We use it to catch coordinates typed with the wrong sign"
            options={[
              { value: 'northern', label: 'Northern' },
              { value: 'southern', label: 'Southern' },
            ]}
          />
          <ChoiceField
            field={fields.units}
            label="Weights and distances are shown in"
            options={[
              { value: 'metric', label: 'Grams and metres' },
              { value: 'imperial', label: 'Ounces and feet' },
            ]}
          />
        </Part>
        <Part title="Germination needed" about="What a lot must reach before you lend it.">
          <div className="grid items-end gap-5 sm:grid-cols-3">
            <TextField field={fields.lend} label="Good enough to lend, %" hint="Lowest germination we lend" type="number" />
            <TextField field={fields.full} label="Full strength from, %" hint="Below this, the packet says “sow thicker”" type="number" />
            <TextField
              field={fields.sureness}
              label="How sure must we be, %"
              hint="How certain we must be before we call a question settled"
              type="number"
            />
          </div>
          <TextArea
            field={fields.cropThresholds}
            label="Crops with other limits (optional)"
            hint="One per line: crop, lowest germination to lend, full strength. For example parsnip 40 65"
          />
        </Part>
        <Part title="The bench" about="What you have in a normal week. The bench load is compared with it.">
          <div className="grid items-end gap-5 sm:grid-cols-3">
            <TextField field={fields.trays} label="Trays and screens" type="number" min={0} />
            <TextField field={fields.jars} label="Jars" type="number" min={0} />
            <TextField field={fields.hours} label="Helpers’ hours a week" type="number" step="any" min={0} />
          </div>
        </Part>
        <Part title="Price of bought seed" about="For the wants list.">
          <div className="grid items-end gap-5 sm:grid-cols-3">
            <TextField field={fields.packetPrice} label="Price of a packet" type="number" step="any" min={0} />
            <TextField field={fields.currency} label="Currency" hint="For example EUR" />
          </div>
          <TextArea field={fields.cropPrices} label="Crops with another price (optional)" hint="One per line, for example maize 4.10" />
        </Part>
        <Part
          title="What we offer"
          about="A public page of what you lend now: varieties and how to ask. It shows no people, places or amounts."
        >
          <TickField field={fields.isOffered} label="Show it to everybody, at /offer" />
          <TextArea
            field={fields.howToAsk}
            label="How can people ask for it?"
            hint="For example: come to the desk on Saturdays, 10 to 12"
          />
        </Part>
        <Button type="submit" look="action">
          {theirs ? 'Keep my version' : 'Save'}
        </Button>
      </PostForm>
    </>
  );
}

/** One question of the settings: what it is about on the left, its fields on the right. */
function Part({ title, about, children }: { title: string; about?: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="grid gap-x-10 gap-y-4 border-t border-rule pt-5 xl:grid-cols-[15rem_1fr]">
      <div>
        <h2>{title}</h2>
        {about && <p className="mt-1 text-soft">{about}</p>}
      </div>
      <div className="max-w-3xl space-y-5">{children}</div>
    </section>
  );
}
