/** How each way of counting is done, step by step, and what goes wrong. Common practice, no source, where none is named. */
import type { Method } from '@thistle/core/situation'

export interface Guide {
  readonly title: string
  readonly takes: string
  readonly need: readonly string[]
  readonly steps: readonly string[]
  readonly wrong: readonly { readonly what: string; readonly then: string }[]
  readonly care: string
}

export const GUIDES: Readonly<Record<Method, Guide>> = {
  wash: {
    title: 'A wash, step by step',
    takes: 'About five minutes a colony. It kills about 300 bees of some tens of thousands.',
    need: [
      'a jar with a mesh under its lid, or two nested tubs',
      'a half cup, 118 mL',
      'a white bowl',
      'alcohol, winter screenwash, or water with a good squirt of washing-up liquid',
    ],
    steps: [
      'Find the queen and put her and her frame aside. Did you not find her? Look twice over the frame you take bees from.',
      'Choose a frame with open brood: most mites ride on the young bees that feed it. Not a super, not the entrance.',
      'Knock the bees into a tub or hold the frame over it, and scoop a level half cup: about 300.',
      'Tip them into the jar, cover them well with the fluid, shut it, and swirl or shake for a full minute.',
      'Pour the fluid through the mesh into the white bowl. Count the mites: reddish brown ovals, wider than long.',
      'Pour it back over the same bees, shake again, and add what comes off. The second shake tells whether the first was enough.',
      'Let the fluid settle and strain it: while it is clear it can be used for the next colony.',
    ],
    wrong: [
      { what: 'Shaken too briefly', then: 'mites stay on the bees and the count reads low. Give it the minute, and the second shake.' },
      { what: 'Bees from a super or from the entrance', then: 'they carry few mites. Mark the sample, or take another.' },
      { what: 'A heaped or half-filled cup', then: 'the number of bees is off by as much. Level it, or count the bees once.' },
      { what: 'A speck that may be a crumb', then: 'turn the bowl: a mite has feet in front and a gloss. Practise on the tray in this tool.' },
      { what: 'No brood in the colony', then: 'all mites are on the bees, and the wash reads two to three times higher. It is marked for you.' },
    ],
    care: 'Alcohol burns with a flame that is hard to see: keep it from the smoker, and close the bottle. Keep all of it out of eyes and from children.',
  },
  sugar: {
    title: 'A sugar roll, step by step',
    takes: 'About eight minutes a colony. The bees live and go back.',
    need: ['a jar with a mesh lid', 'a half cup, 118 mL', 'two to three tablespoons of dry icing sugar', 'a white bowl with some water'],
    steps: [
      'Find the queen and put her aside. Sugared by mistake, she may be taken for a stranger.',
      'Scoop a level half cup of bees from a frame with open brood, about 300, into the dry jar.',
      'Add the sugar through the mesh and roll the jar until every bee is white.',
      'Stand it in the shade for a full minute. The bees grow warm, and the sugar loosens the mites.',
      'Turn it over and shake over the bowl for a minute, until nothing more falls. Water melts the sugar, and the mites show.',
      'Add a spoon of sugar and shake once more. Then tip the bees back in front of their hive.',
    ],
    wrong: [
      { what: 'The minute cut short', then: 'mites hold on, and the count reads low. The timer asks you about it.' },
      { what: 'Damp sugar, a flow of thin nectar, humid air', then: 'it clumps and finds little. Mark the sample.' },
      { what: 'In full sun', then: 'the bees sweat and die in the jar. Stay in the shade.' },
      { what: 'Trusting a low figure', then: 'some find 90 to 95 % of the mites, others far less. The share you set is allowed for, and shown.' },
    ],
    care: 'Shaken bees fly up and sting: keep the veil on, and tip them out low and slowly.',
  },
  board: {
    title: 'A board, step by step',
    takes: 'A minute to lay, a few to count. Nothing is opened.',
    need: [
      'a tray under a screened floor',
      'a sheet with a thin film of oil or grease, so that mites stay and ants keep off',
      'good light, or a photograph',
    ],
    steps: [
      'Oil the sheet thinly, slide it under the screen, close the gap, and say here that it lies: the days count themselves.',
      'Three days are usual, one to seven will do. After a treatment the fall is of another kind: not this count.',
      'Slide it out level. Count all of it, or photograph it and mark the mites one by one.',
      'Very many? Lay a grid over the photograph and count squares drawn by chance. The range shown grows with it.',
      'Enter mites and days. The fall a day has limits of its own by the month, and is never turned into per cent.',
    ],
    wrong: [
      { what: 'Ants or earwigs on the board', then: 'they carry mites away. Oil the edges.' },
      { what: 'Left for weeks', then: 'mites dry up, break and are buried in wax. Thirty days is the most that is taken here.' },
      { what: 'Counting right after hatching brood', then: 'the fall swings with the brood. Average some days, and count again.' },
      { what: 'Comparing a strong colony with a small one', then: 'more bees drop more mites. A wash says what share is infested.' },
    ],
    care: 'Lift the tray level and away from your face when a treatment is in: its dust and vapour lie on it.',
  },
  drone: {
    title: 'Drone brood, step by step',
    takes: 'About ten minutes a colony, in spring and early summer.',
    need: ['an uncapping fork', 'a patch of capped drone brood, eyes pink to purple', 'a white plate'],
    steps: [
      'Find a patch of capped drone brood that is about two weeks sealed: the pupae hold together and have coloured eyes.',
      'Push the fork in flat under the cappings and lift out a dozen or so at once.',
      'Look at each pupa and into its cell: a mite is a brown dot on white.',
      'Count the cells that hold mites, not the mites, and the cells you opened: a hundred or more.',
      'Enter cells with mites and cells opened. Five to ten in a hundred in early summer call for something to be done.',
    ],
    wrong: [
      { what: 'Very young pupae', then: 'they burst and hide the mites. Wait until the eyes are coloured.' },
      { what: 'Late in the season', then: 'there are few drones, and mites crowd into them. Wash instead.' },
      { what: 'One patch alone', then: 'mites lie in clusters. Take from two sides of the nest.' },
    ],
    care: 'The fork is sharp. Melt or freeze what you opened: left about, it draws robbers.',
  },
}
