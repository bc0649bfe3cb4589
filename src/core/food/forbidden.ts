import pluralize from 'pluralize'

/** Something that speaks against feeding this to a dog. A person decides what is not sure; until then it is not fed. */
export interface Objection {
  /** The food, as the list of poisons or the dog's record names it. */
  readonly what: string
  readonly sure: boolean
  /** Why it is not sure, in a sentence; empty where it is. */
  readonly why: string
}

/** Words that mean the same food in this house: “fish” is cod, salmon, tuna. */
export interface FoodWord {
  readonly name: string
  readonly also: readonly string[]
}

/** Food nobody gives a dog. Common practice: poisonous to dogs. */
export const poisonous = [
  'chocolate',
  'grape',
  'raisin',
  'sultana',
  'currant',
  'onion',
  'garlic',
  'leek',
  'chive',
  'xylitol',
  'macadamia',
  'alcohol',
  'birch sugar',
] as const

/** Names of one food: whoever may not have one may not have the others. Common practice. */
const same: readonly (readonly string[])[] = [
  ['beef', 'veal', 'cow', 'ox', 'cattle', 'bovine', 'bully'],
  ['pork', 'ham', 'bacon', 'pig', 'gammon', 'lard'],
  ['lamb', 'mutton', 'sheep'],
  ['venison', 'deer'],
  ['chicken', 'hen'],
  ['corn', 'maize'],
  ['soy', 'soya', 'tofu', 'soybean'],
  ['yogurt', 'yoghurt'],
  ['peanut', 'groundnut'],
  ['egg', 'albumen'],
]

/**
 * Groups of foods: who may not have the group may have none of them. Who may not have one of them has it doubtful where
 * only the group is named. Common practice.
 */
const groups: Readonly<Record<string, readonly string[]>> = {
  poultry: ['chicken', 'hen', 'turkey', 'duck', 'goose', 'quail', 'pheasant', 'fowl', 'pigeon', 'partridge'],
  fish: [
    ...['cod', 'salmon', 'tuna', 'anchovy', 'sardine', 'herring', 'mackerel', 'trout', 'whitefish', 'pollock'],
    ...['haddock', 'hake', 'sprat', 'carp', 'halibut', 'plaice', 'sole', 'tilapia', 'catfish', 'pilchard', 'krill'],
  ],
  shellfish: ['shrimp', 'prawn', 'crab', 'lobster', 'mussel', 'clam', 'oyster', 'squid', 'krill'],
  seafood: ['fish', 'shellfish'],
  grain: ['wheat', 'oat', 'barley', 'rye', 'rice', 'corn', 'maize', 'millet', 'sorghum', 'spelt', 'semolina', 'bran'],
  cereal: ['grain'],
  gluten: ['wheat', 'barley', 'rye', 'spelt', 'semolina', 'bran'],
  dairy: ['milk', 'cheese', 'yogurt', 'whey', 'butter', 'cream', 'casein', 'curd', 'lactose', 'kefir'],
  lactose: ['milk', 'cheese', 'yogurt', 'whey', 'butter', 'cream', 'kefir', 'curd'],
  legume: ['pea', 'lentil', 'chickpea', 'bean', 'soy', 'peanut', 'lupin'],
  nut: ['almond', 'walnut', 'hazelnut', 'cashew', 'pecan', 'macadamia', 'peanut', 'pistachio'],
  berry: ['blueberry', 'cranberry', 'strawberry', 'raspberry', 'blackberry'],
  meat: ['beef', 'pork', 'lamb', 'venison', 'poultry', 'rabbit', 'goat', 'horse', 'kangaroo', 'bison'],
}
// What a group holds is often written in one word with what it is made into.
const madeInto = /^(\p{L}{3,})(?:meal|flour|fat|liver|broth|cake|bread)$/u

/** Words that stand beside a food and name none. */
const beside = new Set(
  (
    'a an and or the of in with to for from all any every other some kind type based product ingredient derivative ' +
    'raw cooked dry dried wet fresh frozen smoked baked whole ground minced powder powdered meal oil fat meat ' +
    'protein extract food treat snack piece chunk strip bite biscuit stick kibble chew liver heart lung skin ' +
    'bone broth wild organic natural sweet white red brown black green small big percent kg g mg'
  ).split(' '),
)

/** Words by which what is written may mean the contrary, or something else than a food that is not allowed. */
const doubtful = new Set(
  (
    'no not non never without free except but only may might maybe perhaps possibly suspected unsure unknown if ' +
    'sometimes ok okay fine allowed tolerate tolerated well mild'
  ).split(' '),
)

pluralize.addIrregularRule('cookie', 'cookies')
pluralize.addUncountableRule('molasses')
pluralize.addUncountableRule('brussels')

const singular = (word: string): string => pluralize.singular(word)

/** The words of a text as people write it, in small letters and in the singular: split at all that is no letter. */
export const wordsIn = (text: string): readonly string[] =>
  text
    .normalize('NFKC')
    .toLocaleLowerCase('en')
    .split(/[^\p{L}\p{M}\p{N}+]+/u)
    .filter((w) => w !== '')
    .map(singular)

/** Whether these words stand one after the other in those. */
const stands = (words: readonly string[], within: readonly string[]): boolean =>
  words.length > 0 && within.some((_, i) => words.every((w, n) => within[i + n] === w))

/** Every food of a group, through groups within it. */
const members = (group: string, seen = new Set<string>()): ReadonlySet<string> => {
  for (const m of groups[group] ?? [])
    if (!seen.has(m)) {
      seen.add(m)
      members(m, seen)
    }
  return seen
}

const sameAs = (food: string): readonly string[] => same.find((names) => names.includes(food)) ?? [food]

/** Groups that a food belongs to, by any of its names. */
const groupsOf = (food: string): readonly string[] =>
  Object.keys(groups).filter((g) => sameAs(food).some((name) => members(g).has(name)))

/** Words of a text, and what they are made of: “fishmeal” is fish, too. */
const foodsOf = (words: readonly string[]): ReadonlySet<string> =>
  new Set(words.flatMap((w) => [w, singular(madeInto.exec(w)?.[1] ?? w)]))

const areDoubtful = (words: readonly string[]): boolean => words.some((w) => doubtful.has(w))

/** The foods that an allergy names; one of nothing but words that stand beside foods is what it says: “liver”. */
function namedIn(words: readonly string[]): ReadonlySet<string> {
  const named = words.filter((w) => !beside.has(w) && !doubtful.has(w))
  return foodsOf(named.length > 0 ? named : words.filter((w) => !doubtful.has(w)))
}

/** Everything that a word of an allergy forbids: its other names, what its group holds, and the house's own words. */
function meantBy(food: string, house: readonly (readonly string[])[]): ReadonlySet<string> {
  const own = house.filter((names) => names.includes(food)).flat()
  return new Set([food, ...own].flatMap((f) => [...sameAs(f), ...members(f)]).flatMap(sameAs))
}

/**
 * What speaks against feeding this: it is poisonous to any dog, or one of its allergies names it, in singular or
 * plural, by another name, by its group, or among other words. Empty where nothing does.
 */
export function objectionsTo(
  feed: { readonly name: string; readonly contains: readonly string[] },
  allergies: readonly string[],
  words: readonly FoodWord[] = [],
): readonly Objection[] {
  const texts = [feed.name, ...feed.contains]
  const written = texts.map(wordsIn)
  const house = words.map((w) => [w.name, ...w.also].map((name) => wordsIn(name).join(' ')))
  const poisons = poisonous
    .filter((p) => written.some((text) => stands(wordsIn(p), text)))
    .map((what): Objection => ({ what, sure: true, why: '' }))
  return [...poisons, ...allergies.flatMap((allergy) => objectionOf(allergy, texts, house))].filter(
    (o, i, all) => all.findIndex((other) => other.what === o.what) === i,
  )
}

function objectionOf(
  allergy: string,
  texts: readonly string[],
  house: readonly (readonly string[])[],
): readonly Objection[] {
  const what = allergy.trim().toLocaleLowerCase('en')
  const allergyWords = wordsIn(allergy)
  const foods = [...namedIn(allergyWords)]
  const phrases = house.filter((names) => names.includes(allergyWords.join(' '))).flat()
  const meant = new Set(foods.flatMap((f) => [...meantBy(f, house)]))
  const groupsMeant = new Set(foods.flatMap(groupsOf))
  let doubt: string | undefined
  for (const text of texts) {
    const words = wordsIn(text)
    const here = [...foodsOf(words)]
    const found = here.find((f) => meant.has(f)) ?? phrases.find((p) => stands(p.split(' '), words))
    const group = here.find((f) => groupsMeant.has(f))
    if (found !== undefined && !areDoubtful(allergyWords) && !areDoubtful(words)) return [{ what, sure: true, why: '' }]
    if (found !== undefined)
      doubt = `“${allergy.trim()}” and “${text.trim()}” both say ${found}, with other words beside it.`
    else if (group !== undefined) doubt ??= `“${text.trim()}” names ${group}, and not which.`
  }
  return doubt === undefined ? [] : [{ what, sure: false, why: `${doubt} Write it plainly, or ask the owner.` }]
}

/** Objections in a few words: “chicken; perhaps grain”. */
export const objectionsText = (objections: readonly Objection[]): string =>
  objections.map((o) => (o.sure ? o.what : `perhaps ${o.what}`)).join(', ')
