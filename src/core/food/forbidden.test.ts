import fc from 'fast-check'
import pluralize from 'pluralize'
import { describe, expect, it } from 'vitest'
import { objectionsTo, poisonous, objectionsText } from './forbidden'

const feed = (name: string, ...contains: string[]) => ({ name, contains })
const said = (food: ReturnType<typeof feed>, allergies: readonly string[], words = noWords) =>
  objectionsText(objectionsTo(food, allergies, words))
const noWords: { name: string; also: string[] }[] = []

describe('food that is forbidden', () => {
  it.each<[string, ReturnType<typeof feed>, string[], string]>([
    ['raisins are poisonous to any dog (common practice)', feed('Snack', 'oats, raisins'), [], 'raisin'],
    ['onion powder, too', feed('Liver cake', 'liver', 'onion powder'), [], 'onion'],
    ['grapefruit is no grape', feed('Grapefruit squares'), [], ''],
    ['birch sugar is poison, sugar beet is not', feed('Cake', 'birch sugar'), [], 'birch sugar'],
    ['sugar beet', feed('Cake', 'sugar beet pulp'), [], ''],
    ['an egg allergy, and veggie sticks', feed('Veggie sticks', 'carrot'), ['egg'], ''],
    ['an egg allergy, and an eggplant', feed('Eggplant'), ['egg'], ''],
    ['eggs, for egg', feed('Biscuit', 'wheat', 'eggs'), ['Egg'], 'egg'],
    ['egg, for eggs', feed('Biscuit', 'egg powder'), ['eggs'], 'eggs'],
    ['names with signs in them do no harm', feed('C++ (new)'), ['(', '.*', 'c++'], 'c++'],
    ['in any script', feed('Творог'), ['творог'], 'творог'],
    ['an empty line names nothing', feed('Chicken'), ['', ' - '], ''],
    ['buckwheat is no wheat', feed('Buckwheat'), ['wheat'], ''],
  ])('%s', (_, food, allergies, found) => {
    expect(said(food, allergies)).toBe(found)
  })

  it('and by the house’s own words for the same', () => {
    const words = [{ name: 'fish', also: ['cod', 'salmon'] }]
    expect(said(feed('Squares', 'cod'), ['fish'], words)).toBe('fish')
    expect(said(feed('Salmon oil'), ['cod'], words)).toBe('cod')
    expect(said(feed('Chicken'), ['fish'], words)).toBe('')
    const mix = [{ name: 'house mix', also: ['red pellets'] }]
    expect(said(feed('Red pellets'), ['house mix'], mix)).toBe('house mix')
  })
})

describe('objections', () => {
  const fishWords = [{ name: 'pollack', also: ['coley'] }]

  it('are each said once, the poison first, with commas', () => {
    expect(said(feed('Chicken and raisin cake'), ['chicken', ' Chicken ', 'egg', 'cake'])).toBe('raisin, chicken, cake')
  })

  it('are made by words of the house only where the allergy is one of them', () => {
    expect(said(feed('Coley skin'), ['pollack and beef'], fishWords)).toBe('pollack and beef')
    expect(said(feed('Coley skin'), ['egg'], fishWords)).toBe('')
    const mix = [{ name: 'house mix', also: ['red pellets'] }]
    expect([said(feed('Red pellets'), ['egg'], mix), said(feed('Red apples'), ['house mix'], mix)]).toEqual(['', ''])
  })

  it('are not made by a group that holds nothing of the allergy, nor by words that name no food', () => {
    expect(said(feed('Fish sticks'), ['egg'])).toBe('')
    expect(said(feed('Ok biscuits'), ['ok liver'])).toBe('')
  })

  it('say what is in doubt and what to do, and nothing where there is no doubt', () => {
    const why = (name: string, allergy: string) => objectionsTo(feed(name), [allergy], noWords)
    expect(why('Chicken hearts', 'chicken')).toEqual([{ what: 'chicken', sure: true, why: '' }])
    expect(why(' Kibble without chicken ', ' chicken ')).toEqual([
      {
        what: 'chicken',
        sure: false,
        why:
          '“chicken” and “Kibble without chicken” both say chicken, with other words beside it. ' +
          'Write it plainly, or ask the owner.',
      },
    ])
    expect(why(' Poultry meal ', 'chicken')).toEqual([
      {
        what: 'chicken',
        sure: false,
        why: '“Poultry meal” names poultry, and not which. Write it plainly, or ask the owner.',
      },
    ])
  })
})

describe('allergies as people write them', () => {
  it.each<[string, string]>([
    ['beef and chicken', 'Kibble with chicken'],
    ['beef & chicken', 'Chicken hearts'],
    ['Chicken (itches)', 'Chicken kibble'],
    ['itches: chicken', 'Chicken kibble'],
    ['chicken/turkey', 'Turkey strips'],
    ['Potatoes', 'Salmon and potato'],
    ['potato', 'Salmon and potatoes'],
    ['cranberries', 'Cranberry biscuit'],
    ['cranberry', 'Duck with cranberries'],
    ['anchovies', 'Anchovy bites'],
    ['anchovy', 'Dried anchovies'],
    ['geese', 'Goose liver'],
    ['goose', 'Meat of geese'],
    ['blueberries', 'Blueberry drops'],
    ['calves', 'Calf liver'],
    ['loaves', 'Meat loaf'],
    ['tomatoes', 'Tomato'],
    ['cookies', 'Cookie'],
    ['eggs', 'Dried egg'],
    ['poultry', 'Duck strips'],
    ['fish', 'Kibble with herring'],
    ['all kinds of fish', 'Sardines'],
    ['grains', 'Kibble with barley'],
    ['grain', 'Oatmeal'],
    ['gluten', 'Wheat biscuit'],
    ['beef', 'Veal strips'],
    ['maize', 'Corn'],
    ['dairy', 'Cheese cubes'],
    ['lactose', 'Yoghurt drops'],
    ['red meat, esp. lamb', 'Mutton'],
    ['fish', 'Fishmeal'],
    ['CHICKEN PROTEIN', 'chicken'],
    ['liver', 'Chicken liver'],
    ['meat', 'Rabbit strips'],
  ])('“%s” forbids “%s”', (allergy, food) => {
    expect(objectionsTo(feed(food), [allergy])).toMatchObject([{ sure: true }])
    expect(objectionsTo(feed('Kibble', 'rice', food), [allergy]).length).toBeGreaterThan(0)
  })

  it.each<[string, string]>([
    ['no chicken', 'Chicken strips'],
    ['not chicken', 'Chicken strips'],
    ['chicken is fine', 'Chicken strips'],
    ['possibly chicken', 'Chicken strips'],
    ['chicken', 'Chicken-free kibble'],
    ['grains', 'Grain-free salmon'],
    ['chicken', 'Kibble with poultry'],
    ['salmon', 'Fish squares'],
    ['wheat', 'Cereal'],
  ])('“%s” and “%s”: not fed until a person decides', (allergy, food) => {
    const [objection] = objectionsTo(feed(food), [allergy])
    expect(objection).toMatchObject({ sure: false })
    expect(objection?.why).toContain('ask the owner')
  })

  it.each<[string, string]>([
    ['chicken', 'Turkey strips'],
    ['salmon', 'Cod squares'],
    ['wheat', 'Rice cake'],
    ['beef and chicken', 'Lamb strips'],
    ['itches', 'Chicken strips'],
    ['dried chicken', 'Dried beef'],
    ['chicken meal', 'Lamb meal'],
    ['sweetcorn', 'Sweet lamb'],
    ['corn', 'Acorn-fed rabbit'],
  ])('“%s” lets “%s” be', (allergy, food) => {
    expect(objectionsTo(feed(food), [allergy])).toEqual([])
  })
})

describe('any food and any way of writing it', () => {
  const foods = ['chicken', 'potato', 'cranberry', 'anchovy', 'goose', 'calf', 'egg', 'cherry', 'leaf', 'fish', 'pea']
  const fillers = ['', 'and', 'itches', '(vet)', '&', 'esp.', '/', 'a bit of', 'dried', '100%', '—']
  const form = fc.constantFrom(
    (f: string) => f,
    pluralize,
    (f: string) => f.toUpperCase(),
  )
  it('is found in singular and plural, with fillers before and behind, on both sides', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...foods),
        form,
        form,
        fc.constantFrom(...fillers),
        fc.constantFrom(...fillers),
        (food, here, there, before, behind) => {
          const objections = objectionsTo(feed('Mix', `${behind} ${there(food)} ${before}`), [
            `${before} ${here(food)} ${behind}`,
          ])
          expect(objections.length).toBe(1)
        },
      ),
    )
  })
  it('no text of either side is too odd or too long', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), fc.string({ maxLength: 200 }), (allergy, food) => {
        for (const o of objectionsTo(feed(food, food), [allergy])) expect(o.what).not.toBeUndefined()
      }),
    )
  })
  it('what is poisonous is never fed, whoever the dog is', () => {
    for (const poison of poisonous)
      expect(objectionsTo(feed('Mix', pluralize(poison)), [])).toEqual([{ what: poison, sure: true, why: '' }])
  })
})
