/**
 * The words of a food's name, as data: what says how it is (a tag on an axis), what is a flavour, and what says nothing
 * about which food it is. Phrases are written as the reader sees them: lower case, singular, single spaces.
 */
export type Axis = 'fat' | 'sweet' | 'salt' | 'state' | 'form' | 'flavour' | 'process' | 'diet' | 'grade';

/** One thing said of a food, such as "state:dried"; of one axis a food can be only one thing. */
export type Attribute = `${Axis}:${string}`;

const SAID: Readonly<Record<Attribute, string>> = {
  'fat:none': 'fat free, fatfree, nonfat, non fat, zero fat, no fat, 0% fat, 0%, 0 fat, skimmed, skim, virtually fat free',
  'fat:low':
    'low fat, lowfat, reduced fat, half fat, less fat, lower fat, light, lite, lighter, semi skimmed, part skim, part skimmed, partly skimmed, 1/3 less fat, fat reduced, lean',
  'fat:full': 'full fat, full cream, fullfat, full milk, creamed',
  'sweet:free':
    'sugar free, sugarfree, zero sugar, no sugar, 0 sugar, zero calorie, calorie free, diet, sugarless, without any sugar, artificially sweetened, polyol sweetened, with sweetener, skinny',
  'sweet:none': 'unsweetened, no added sugar, no sugar added, no add sugar, without added sugar, without sugar, non sweetened, with no added sugar, nothing added',
  'sweet:yes': 'sweetened, sugared, presweetened, with sugar',
  'sweet:less': 'reduced sugar, low sugar, lower sugar, less sugar, half sugar',
  'salt:none': 'unsalted, no salt, without salt, salt free, no added salt, no salt added',
  'salt:yes': 'salted, lightly salted, slightly salted',
  'state:fresh': 'fresh, freshly picked, raw, uncooked',
  'state:dried': 'dried, dry, dehydrated, sun dried, semi dried, ready to eat',
  'state:freeze-dried': 'freeze dried, freezedried',
  'state:canned': 'canned, tinned, can, tin, in juice, in syrup, in brine, in water, from a can, from a tin',
  'state:cooked': 'cooked, boiled, steamed, precooked, pre cooked',
  'state:frozen': 'frozen, thawed, defrosted, deep frozen',
  'form:powder': 'powdered, powder, ground, milled, pulverised, pulverized, finely ground, freshly ground, grounds',
  'form:liquid': 'liquid, fluid, drop, dropper',
  'form:whole': 'whole',
  'form:puree': 'puree, pureed, mashed, blended, blitzed smooth',
  'form:sachet': 'sachet, stick pack',
  'flavour:none': 'unflavoured, unflavored, unflavour, neutral, plain, original, flavourless, natural flavour',
  'process:alkalised': 'alkalised, alkalized, dutch, dutched, dutch process, dutch processed',
  'diet:vegan': 'vegan, plant based, plantbased, dairy free, dairyfree, non dairy, nondairy, milk free, animal free',
  'diet:gluten-free': 'gluten free, glutenfree, gf, wheat free, certified gluten free',
  'diet:lactose-free': 'lactose free, lactosefree',
  'diet:low-carb': 'low carb, lowcarb, keto, ketogenic, keto friendly, paleo',
  'grade:protein': 'high protein, highprotein, protein enriched, added protein, extra protein',
};

/** Phrases of attributes, by their words, longest first to be looked up. */
export const ATTRIBUTE_PHRASES: ReadonlyMap<string, Attribute> = new Map(
  (Object.entries(SAID) as [Attribute, string][]).flatMap(([attribute, phrases]) => phrases.split(', ').map((phrase) => [phrase, attribute] as const)),
);
export const LONGEST_PHRASE = 4;

/** Attributes that rows of the table may carry beyond what a phrase says: flavours, and how cocoa was made. */
export function isAttribute(text: string): text is Attribute {
  return text in SAID || /^flavour:[a-z]+$/.test(text) || text === 'process:natural' || text === 'process:heated';
}

export const FLAVOURS: ReadonlySet<string> = new Set(
  `vanilla chocolate strawberry banana cinnamon caramel coffee mocha hazelnut cookie cookies coconut raspberry blueberry peach lemon lime mint maple berry cherry mango toffee fudge
  espresso latte cappuccino chai pistachio almond peanut honey fruit apple orange pumpkin spice biscuit brownie cream marshmallow cheesecake butterscotch pineapple tropical matcha
  gingerbread churro cereal birthday funfetti red velvet speculoos butter salted nut rhubarb blackcurrant french double triple swirl`
    .split(/\s+/)
    .filter(Boolean),
);

/** Words that never say which food it is: how good, how cut, how warm, how big, whose, and small words between. */
export const NOISE: ReadonlySet<string> = new Set(
  `a an and the of in with v x unsulphured unsulfured into your my our some more about approximately approx roughly around circa heaped heaping level leveled levelled scant generous rounded good nice
  freshly ripe overripe unripe large small medium big extra jumbo mini organic pure quality best finest favourite favorite premium artisan luxury everyday basic value finely roughly coarsely
  thinly thickly lightly firmly loosely well very just chopped grated shredded sliced diced minced crushed cut torn snipped crumbled cubed halved quartered split julienned
  sifted beaten whisked separated peeled unpeeled cored pitted stoned deseeded seeded softened soft cold chilled warm hot boiling lukewarm tepid room temperature melted cooled toasted
  roasted blanched optional needed packed spooned drained rinsed squeezed free range freerange cage washed unwashed squeeze weight ml g kg oz lb unwaxed regular standard ordinary
  normal typical common sized size active xl lg lge med sm homemade bought store shop brand name any your preferred choice leftover left over quick easy additional another
  pasteurised pasteurized local seasonal non gmo grass fed pastured kosher halal fine superfine coarse new old fashioned each per heap prepared trimmed drizzle splash plus
  bitesize sized bite chunk piece bit segment strip wedge ring stick block tub pot jar carton bottle bag box pack packet package container tube brick jug finished hulled shelled deshelled
  skinless boneless skin on off only all other mixed-in ready approx. ca brewed premade cleaned stemmed patted pat still like real genuine traditional classic thick smooth creamy runny decaf decaffeinated`
    .split(/\s+/)
    .filter(Boolean),
);

/** Everything from one of these on says what it is for or where it comes from, not what it is. */
export const TAIL: ReadonlySet<string> = new Set(['for', 'to', 'from', 'at', 'if', 'such', 'until', 'that', 'which', 'depending', 'not', 'e.g.', 'eg', 'divided', 'optional']);

/** Other spellings and other kitchens' words for one word. */
export const SAME_WORD: Readonly<Record<string, string>> = {
  leaves: 'leaf',
  halves: 'half',
  loaves: 'loaf',
  cherries: 'cherry',
  berries: 'berry',
  courgettes: 'courgette',
  potatoes: 'potato',
  tomatoes: 'tomato',
  mangoes: 'mango',
  yoghurt: 'yogurt',
  yoghurts: 'yogurt',
  yogourt: 'yogurt',
  yog: 'yogurt',
  pb: 'peanut butter',
  unsw: 'unsweetened',
  strawbs: 'strawberry',
  monkfruit: 'monk fruit',
  rosewater: 'rose water',
  xantham: 'xanthan',
  molasses: 'molasses',
  couscous: 'couscous',
  hummus: 'hummus',
  swiss: 'swiss',
  fiber: 'fibre',
  flavouring: 'flavour',
  flavoring: 'flavour',
  flavor: 'flavour',
  flavored: 'flavoured',
  colouring: 'colour',
  coloring: 'colour',
  color: 'colour',
  caramelized: 'caramelised',
  wholewheat: 'wholewheat',
  wholemeal: 'wholewheat',
  selfraising: 'selfraising',
  soya: 'soy',
  soymilk: 'soy milk',
  buttermilks: 'buttermilk',
  gelatin: 'gelatine',
  zests: 'zest',
  drops: 'drop',
  applesauce: 'applesauce',
  choc: 'chocolate',
  choccy: 'chocolate',
  veg: 'vegetable',
  veggie: 'vegetable',
  marg: 'margarine',
  evoo: 'olive oil',
  ap: 'allpurpose',
  bicarb: 'bicarb',
  erythritols: 'erythritol',
  oatmilk: 'oat milk',
  almondmilk: 'almond milk',
  coconutmilk: 'coconut milk',
  xanthum: 'xanthan',
  ev: 'extra virgin',
};
