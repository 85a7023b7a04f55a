import { MEANS_RISK, MEANS_WORDS } from '#words/diseases.ts';
import { DISEASE_MEANS, type DiseaseAnswer } from '#core/almanac/diseases.ts';
import type { HoldReason } from '#core/passport/holds.ts';
import { diseasesAnswered, type Passport } from '#core/passport/passport.ts';

/** What a hold that a rule lays says on the lot, as the person at the desk would say it. It is kept with the hold. */
export function holdReason(why: HoldReason, passport: Passport): string {
  switch (why) {
    case 'F1 under its name':
      return 'F1 hybrid: its seed does not breed true, so do not lend it under the variety’s name';
    case 'offspring trial':
      return 'Offspring of a hybrid or an unknown father: grow a few out to see what they are';
    case 'unknown father':
      return 'Nobody knows what pollinated this fruit: grow a few out before you lend it';
    case 'bought plant':
      return 'From a bought plant or fruit, which may be a hybrid: grow a few out before you lend it';
    case 'known crossed':
      return 'Known to be crossed: grow a few out before you lend it';
    case 'may have crossed':
      return 'It may have crossed with something nearby: grow a few out before you lend it';
    case 'name in doubt':
      return 'The name is a guess: compare it with a known lot or grow it out';
    case 'treated':
      return 'Treated seed: check what it is treated with and whether local rules let you hand it on';
    case 'treated unknown':
      return 'It may be treated: check the colour, coating and packet, or ask the seller';
    case 'protected name':
      return 'Protected or patented name: check local rules on multiplying and sharing it';
    case 'invasive':
      return 'May be noxious or invasive here: check the local list before it leaves the library';
    case 'not cleaned':
      return 'Not cleaned yet: clean and dry it first';
    case 'mouldy':
      return 'Mould was seen: sort it, dry it and check again. Wear a mask';
    case 'not dried':
      return 'Not dried yet: dry it before you seal it';
    case 'drying unknown':
      return 'Nobody knows how it was dried: check that it is dry before you seal or freeze it';
    case 'dried with heat':
      return 'Dried with heat, which can kill seed: test before you lend it';
    case 'insects':
      return passport.insects === 'holes in seed'
        ? 'Holes in the seed: two weeks in the freezer, dry and sealed'
        : 'Insects were seen: two weeks in the freezer, dry and sealed';
    case 'insects possible':
      return 'This crop can carry insect eggs: two weeks in the freezer, dry and sealed';
    case 'undated':
      return 'Its age is unknown: test before you lend it';
    case 'disease to watch':
      return `${diseases(passport, 'watch')}: grow a few away from other plants and watch the seedlings`;
    case 'disease to treat':
      return DISEASE_MEANS.flatMap((means) =>
        diseasesAnswered(passport.diseases, means).map((name) => `${capital(name)}: ${MEANS_WORDS[means]}; ${MEANS_RISK[means]}`),
      ).join('. ');
    case 'disease to ask':
      return `${diseases(passport, 'ask')}: ask an expert what can be done`;
    case 'disease to refuse':
      return `${diseases(passport, 'refuse')}: no home treatment removes it. Discard the lot, but do not compost it`;
    case 'for food':
      return 'Sold as food: test before you lend it';
  }
}

const diseases = ({ diseases: seen }: Passport, answer: DiseaseAnswer) => capital(diseasesAnswered(seen, answer).join(', '));
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
