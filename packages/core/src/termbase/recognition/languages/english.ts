/** English: plurals, verb forms and comparison; irregular ones by list (Quirk et al. 1985, ch. 3, 5 and 7; lists from memory). */
import { endings, exchanged, headsOf, whole, type Inflection, type Stem } from '../inflection.js';

const NOUNS = exchanged(`
  man:men woman:women foot:feet tooth:teeth goose:geese mouse:mice louse:lice child:children ox:oxen person:people die:dice penny:pence
  leaf:leaves life:lives knife:knives wolf:wolves half:halves shelf:shelves calf:calves loaf:loaves thief:thieves
  wife:wives sheaf:sheaves wharf:wharves hoof:hooves scarf:scarves dwarf:dwarves self:selves
  datum:data medium:media stratum:strata bacterium:bacteria spectrum:spectra maximum:maxima minimum:minima
  optimum:optima erratum:errata addendum:addenda memorandum:memoranda curriculum:curricula equilibrium:equilibria
  quantum:quanta aquarium:aquaria radius:radii nucleus:nuclei stimulus:stimuli fungus:fungi bacillus:bacilli
  locus:loci focus:foci terminus:termini alumnus:alumni cactus:cacti corpus:corpora genus:genera opus:opera
  criterion:criteria phenomenon:phenomena index:indices matrix:matrices vertex:vertices appendix:appendices
  vortex:vortices apex:apices helix:helices codex:codices formula:formulae antenna:antennae larva:larvae
  vertebra:vertebrae alga:algae bureau:bureaux plateau:plateaux
`);

const VERBS = exchanged(`
  be:is:are:was:were:been:am:being have:has:had do:does:did:done go:goes:went:gone arise:arose:arisen bear:bore:borne:born
  beat:beaten become:became begin:began:begun bend:bent bind:bound bite:bit:bitten bleed:bled blow:blew:blown
  break:broke:broken breed:bred bring:brought build:built burn:burnt buy:bought catch:caught choose:chose:chosen
  cling:clung come:came creep:crept deal:dealt dig:dug draw:drew:drawn drink:drank:drunk drive:drove:driven
  eat:ate:eaten fall:fell:fallen feed:fed feel:felt fight:fought find:found flee:fled fling:flung fly:flew:flown:flies
  forbid:forbade:forbidden forget:forgot:forgotten freeze:froze:frozen get:got:gotten give:gave:given grind:ground
  grow:grew:grown hang:hung hear:heard hide:hid:hidden hold:held keep:kept know:knew:known lay:laid lead:led lean:leant
  leave:left lend:lent lie:lay:lain:lying light:lit lose:lost make:made mean:meant meet:met pay:paid ride:rode:ridden
  ring:rang:rung rise:rose:risen run:ran say:said see:saw:seen seek:sought sell:sold send:sent shake:shook:shaken
  shine:shone shoot:shot show:shown shrink:shrank:shrunk sing:sang:sung sink:sank:sunk sit:sat sleep:slept slide:slid
  speak:spoke:spoken speed:sped spend:spent spill:spilt spin:spun spring:sprang:sprung stand:stood steal:stole:stolen
  stick:stuck sting:stung strike:struck:stricken swear:swore:sworn sweep:swept swell:swollen swim:swam:swum swing:swung
  take:took:taken teach:taught tear:tore:torn tell:told think:thought throw:threw:thrown understand:understood
  wake:woke:woken wear:wore:worn weave:wove:woven weld:welded win:won wind:wound withdraw:withdrew:withdrawn
  write:wrote:written
`);

const ADJECTIVES = new Set(
  (
    'big broad cheap clean clear close cold cool damp dark deep dense dry early easy fast few fine firm flat full great ' +
    'hard heavy high hot large late light long loose loud low narrow near new old poor quick rare rough safe sharp short ' +
    'shallow simple slow small smooth soft steep straight strong tall thick thin tight warm weak wet wide young'
  ).split(' '),
);

const PLAIN = endings({ plural: 's', verb: 'ed ing' });
const SIBILANT = endings({ plural: 'es', verb: 'ed ing' });
const BOTH = endings({ plural: 's es', verb: 'ed ing' });
const FINAL_Y = endings({ plural: 'ies', verb: 'ied ying' }, false);
const FINAL_E = endings({ base: 'e', plural: 'es', verb: 'ed ing' }, false);
const IE = endings({ verb: 'ying' }, false);
const DOUBLED = endings({ verb: 'ed ing' }, false);
const DEGREES = endings({ comparison: 'er est' }, false);
const PREFIXES = new Set([
  '',
  'over',
  'under',
  'under',
  're',
  'un',
  'out',
  'with',
  'fore',
  'mis',
  'up',
  'off',
  'in',
  'on',
]);

function stems(word: string): Stem[] {
  const found: Stem[] = regular(word);
  const noun = headsOf(word, NOUNS);
  // "half" in "behalf", but "watershelf" and "waterwolf": an irregular noun may have any other before it.
  if (noun && (noun.before === '' || noun.head.length > 3))
    for (const form of noun.forms) found.push({ text: noun.before + form, endings: whole('plural') });
  if (word.length > 4 && word.endsWith('man') && !/(?:hu|ger|ro|otto|sha|talis)man$/.test(word))
    found.push({ text: word.slice(0, -2) + 'en', endings: whole('plural') });
  if (word.length > 4 && /(?:[sx]is)$/.test(word))
    found.push({ text: word.slice(0, -2) + 'es', endings: whole('plural') });
  const verb = headsOf(word, VERBS);
  if (verb && PREFIXES.has(verb.before))
    for (const form of verb.forms) found.push({ text: verb.before + form, endings: whole('verb') });
  return found;
}

function regular(word: string): Stem[] {
  if (/[^aeiou]y$/.test(word)) {
    const stem = word.slice(0, -1);
    return [
      { text: word, endings: PLAIN },
      { text: stem, endings: FINAL_Y },
      ...(ADJECTIVES.has(word) ? [{ text: stem + 'i', endings: DEGREES }] : []),
    ];
  }
  if (word.endsWith('ie'))
    return [
      { text: word.slice(0, -1), endings: FINAL_E },
      { text: word.slice(0, -2), endings: IE },
    ];
  if (word.endsWith('e')) {
    const stem = word.slice(0, -1);
    return [
      { text: word, endings: PLAIN },
      { text: stem, endings: FINAL_E },
      ...(ADJECTIVES.has(word) ? [{ text: stem, endings: DEGREES }] : []),
    ];
  }
  const found: Stem[] = [
    { text: word, endings: /(?:[sxz]|ch|sh)$/.test(word) ? SIBILANT : word.endsWith('o') ? BOTH : PLAIN },
  ];
  const isDoubling = /[^aeiou][aeiou][bdfgklmnprstvz]$|^[aeiou][bdfgklmnprstvz]$|qu[aeiou][bdfgklmnprtvz]$/.test(word);
  if (isDoubling) found.push({ text: word + word.at(-1)!, endings: DOUBLED });
  if (word.endsWith('c')) found.push({ text: word + 'k', endings: DOUBLED });
  if (ADJECTIVES.has(word)) found.push({ text: isDoubling ? word + word.at(-1)! : word, endings: DEGREES });
  if (word.endsWith('z') || /[^aeiou][aeiou]s$/.test(word))
    found.push({ text: word + word.at(-1)!, endings: endings({ plural: 'es' }, false) });
  return found;
}

export const ENGLISH: Inflection = { fold: (word) => word.toLowerCase(), stems, longest: 4, links: null };
