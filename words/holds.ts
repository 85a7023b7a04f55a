import { MEANS_RISK, MEANS_WORDS } from '#words/diseases.ts';
import { DISEASE_MEANS, type DiseaseAnswer } from '#core/almanac/diseases.ts';
import type { HoldReason } from '#core/passport/holds.ts';
import { diseasesAnswered, type Passport } from '#core/passport/passport.ts';

/** What a hold that a rule lays says on the lot, as the person at the desk would say it. It is kept with the hold. */
export function holdReason(why: HoldReason, passport: Passport): string {
  switch (why) {
    case 'F1 under its name':
      return 'F1 hybrid: it does not come true, so it is not lent under the variety’s name';
    case 'offspring trial':
      return 'Offspring of a hybrid or of an unknown father: grow a few out and see what they are';
    case 'unknown father':
      return 'Nobody knows what pollinated this fruit: grow a few out before it is lent';
    case 'bought plant':
      return 'From a bought plant or fruit, which may be a hybrid: grow a few out before it is lent';
    case 'known crossed':
      return 'Known to be crossed: grow a few out before it is lent';
    case 'may have crossed':
      return 'It may have crossed with what flowered near: grow a few out before it is lent';
    case 'name in doubt':
      return 'The name is a guess: compare it with a known lot or grow it out';
    case 'treated':
      return 'Treated seed: read what it is treated with, and whether your rules let you hand it on';
    case 'treated unknown':
      return 'It may be treated: look for colour, coat and print, or ask the firm';
    case 'protected name':
      return 'Protected or patented name: check locally whether it may be multiplied and handed on';
    case 'invasive':
      return 'May be noxious or invasive here: check the local list before it goes anywhere';
    case 'not cleaned':
      return 'Not cleaned yet: clean and dry it first';
    case 'mouldy':
      return 'Mould was seen: sort it, dry it, look again. Wear a mask';
    case 'not dried':
      return 'Not dried yet: dry it before it is sealed';
    case 'dried with heat':
      return 'Dried with heat, which can kill: test before it is lent';
    case 'insects':
      return passport.insects === 'holes in seed'
        ? 'Holes in the seed: two weeks in the freezer, dry and sealed'
        : 'Insects were seen: two weeks in the freezer, dry and sealed';
    case 'insects possible':
      return 'This crop carries insect eggs: two weeks in the freezer, dry and sealed';
    case 'undated':
      return 'Nobody knows how old it is: test before it is lent';
    case 'disease to watch':
      return `${diseases(passport, 'watch')}: grow a few out apart from the rest, and watch the seedlings`;
    case 'disease to treat':
      return DISEASE_MEANS.flatMap((means) =>
        diseasesAnswered(passport.diseases, means).map((name) => `${capital(name)}: ${MEANS_WORDS[means]}; ${MEANS_RISK[means]}`),
      ).join('. ');
    case 'disease to ask':
      return `${diseases(passport, 'ask')}: ask somebody who knows it what can be done`;
    case 'disease to refuse':
      return `${diseases(passport, 'refuse')}: nothing frees seed of it at home. Discard the lot, and not on the compost`;
    case 'for food':
      return 'Sold as food: test before it is lent';
  }
}

const diseases = ({ diseases: seen }: Passport, answer: DiseaseAnswer) => capital(diseasesAnswered(seen, answer).join(', '));
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
