import { USUAL_GROWING } from '#core/house/growing.ts';

/** Hollin Reach Seed Library, in a disused signal box in the valley of the river Wend. All of it is invented. */
export const HOUSE = {
  name: 'Hollin Reach Seed Library',
  timeZone: 'Atlantic/Azores',
  lastFrost: '05-08',
  firstFrost: '10-12',
  lendingOpens: '02-07',
  sowingStarts: '03-10',
  units: 'metric',
  southern: false,
  rules: {},
  thresholds: { lend: 0.5, full: 0.8, sureness: 0.8 },
  bench: { trays: 6, jars: 9, hours: 5 },
  growing: USUAL_GROWING,
  howToAsk: 'Come to the desk in the old signal box on Saturdays, 10 to 12, or write to seeds@hollinreach.example',
  // Its own seed comes up poorly even when fresh.
  cropThresholds: { parsnip: { lend: 0.4, full: 0.65 } },
  prices: { currency: 'EUR', packet: 320, crops: { maize: 410 } },
} as const;

/** The sign-in of each role; the password is shown on the demo's sign-in page. */
export const SAMPLE_PASSWORD = 'grain by grain';
export const SAMPLE_ACCOUNTS = [
  { name: 'Isolde Marrin', email: 'coordinator@hollinreach.example', role: 'coordinator' },
  { name: 'Jory Thackwell', email: 'helper@hollinreach.example', role: 'helper' },
  { name: 'Perran Oakshott', email: 'member@hollinreach.example', role: 'member' },
] as const;

export const FIRST_NAMES = [
  'Marta',
  'Odran',
  'Tamsin',
  'Wilf',
  'Brea',
  'Casper',
  'Nessa',
  'Edwin',
  'Hylda',
  'Rowan',
  'Senara',
  'Tobias',
  'Una',
  'Vesper',
  'Lowen',
  'Ingrid',
  'Fen',
  'Dorothea',
  'Basil',
  'Merryn',
  'Kit',
  'Olwen',
];
export const SURNAMES = [
  'Quill',
  'Pellow',
  'Harrowgate',
  'Tine',
  'Sallow',
  'Windrush',
  'Fallowell',
  'Bramhope',
  'Lackland',
  'Stook',
  'Merridew',
  'Coppard',
  'Thorley',
  'Ashlock',
  'Greave',
  'Wendover',
];
/** The gardens lie in open ocean, so that no real one is shown. Some have no place yet. */
export const GARDENS = [
  { name: 'Alder Row', latitude: 41.2103, longitude: -34.0412 },
  { name: 'Signal Bank', latitude: 41.2118, longitude: -34.0397 },
  { name: 'Lower Lock', latitude: 41.2061, longitude: -34.0488 },
  { name: 'the Platform beds', latitude: 41.2121, longitude: -34.0391 },
  { name: 'Mill Leat', latitude: 41.2034, longitude: -34.0551 },
  { name: 'Tollhouse garden', latitude: 41.2187, longitude: -34.0302 },
  { name: 'Upper Wend allotments', latitude: 41.2269, longitude: -34.0214 },
  { name: 'Quarry Side', latitude: null, longitude: null },
];
export const PLACES = ['Fridge, signal box', 'Freezer, signal box', 'Shelf A, lever room', 'Shelf B, lever room'];
/** By the stove pipe, where it matters most. */
export const LOGGER_HANGS_IN = 3;

/** What the places are like, by the day of the year and the years back; the freezer failed last summer, and nobody noticed for three weeks. */
export const CLIMATES = [
  { place: 0, yearsBack: 8, on: '01-01', celsius: 5, humidity: 0.55, why: null },
  { place: 1, yearsBack: 8, on: '01-01', celsius: -18, humidity: 0.5, why: null },
  { place: 1, yearsBack: 1, on: '07-12', celsius: 25, humidity: 0.75, why: 'The freezer failed' },
  { place: 1, yearsBack: 1, on: '08-02', celsius: -18, humidity: 0.5, why: 'A new fuse' },
  { place: 2, yearsBack: 8, on: '01-01', celsius: 16, humidity: 0.5, why: null },
  { place: 3, yearsBack: 8, on: '01-01', celsius: 19, humidity: 0.58, why: 'By the stove pipe' },
] as const;

/** Invented varieties by crop. */
export const VARIETIES: Readonly<Record<string, readonly string[]>> = {
  pea: ['Long Siding', 'Guard’s Van', 'Wend Early'],
  'runner-bean': ['Tollhouse Black', 'Crossing Keeper'],
  'french-bean': ['Lamp Room', 'Speckled Ganger', 'Tin Ticket'],
  'broad-bean': ['Platform Six', 'Wend Winter'],
  'squash-pepo': ['Copper Kettle', 'Lantern Slide'],
  'squash-maxima': ['Grey Buffer', 'Stationmaster'],
  tomato: ['Signal Red', 'Amber Aspect', 'Dusty Carriage', 'Old Ganger’s Pink'],
  pepper: ['Brass Whistle', 'Hot Axle'],
  aubergine: ['Night Mail'],
  cucumber: ['Water Crane', 'Pale Semaphore'],
  lettuce: ['Slow Line', 'Red Tail Lamp', 'Sleeper Oak'],
  spinach: ['Down Platform'],
  beet: ['Hollin Dark', 'Fireman’s Globe'],
  chard: ['Painted Points'],
  carrot: ['Ballast Orange', 'Cutting Purple'],
  parsnip: ['Long Tunnel'],
  onion: ['Reach Keeper', 'Brown Bothy'],
  leek: ['Winter Timetable'],
  kale: ['Black Cutting', 'Frilled Footbridge'],
  radish: ['Red Flag'],
  maize: ['Copper Rail'],
  coriander: ['Bothy Leaf'],
  dill: ['Wend Feather'],
  calendula: ['Sunday Service'],
  sunflower: ['Tall Semaphore'],
  basil: ['Warm Sidings'],
};

/** Lines that have a story of their own. */
export const TOLD_LINES = [
  {
    crop: 'pea',
    variety: 'Long Siding',
    aliases: ['Siding pea', 'Old Long Siding'],
    story: 'Grown along the siding fence by three generations of signalmen. Tall, late, and sweet when small.',
  },
  {
    crop: 'runner-bean',
    variety: 'Tollhouse Black',
    aliases: ['Black Toll'],
    story: 'Found in a tin when the tollhouse was cleared. Black beans, red flowers, pods best before they are a hand long.',
  },
  {
    crop: 'squash-pepo',
    variety: 'Copper Kettle',
    aliases: ['Kettle squash'],
    story: 'Round, ribbed, copper when ripe. Keeps to March in the lamp room.',
  },
  { crop: 'beet', variety: 'Hollin Dark', aliases: ['Dark Hollin'], story: 'Nearly black root; leaves eaten too.' },
] as const;
