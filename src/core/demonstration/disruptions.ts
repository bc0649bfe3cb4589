/** What may come between a dog and its demonstration, and what is done then. */
export interface Disruption {
  readonly id: string
  readonly name: string
  /** Before it is begun, in it, or both. */
  readonly when: 'before' | 'during' | 'both'
  readonly does: readonly string[]
  /**
   * What it comes to: stopped now, to go on another day with all that was recorded; the item left; or only looked to.
   */
  readonly then: 'stop' | 'leave' | 'go on'
  /** The dog is not worked until somebody says so. */
  readonly pauses?: true
}

/** Trade and common practice; each keeps what was recorded. */
export const disruptions: readonly Disruption[] = [
  {
    id: 'unwell',
    name: 'Dog unwell or limping',
    when: 'both',
    does: [
      'Stop. Pain, lameness, vomiting, collapse or heat: to the vet.',
      'The owner hears it at once, in plain words.',
      'What was shown stays. The rest is shown another day.',
    ],
    then: 'stop',
    pauses: true,
  },
  {
    id: 'over-threshold',
    name: 'Dog over threshold',
    when: 'during',
    does: [
      'Move farther away now. Ask for something the dog knows well, and reward it. Then go somewhere quiet.',
      'Go on when the dog takes food and is loose again. Otherwise choose another day.',
    ],
    then: 'stop',
  },
  {
    id: 'owner-upset',
    name: 'Owner upset',
    when: 'during',
    does: [
      'Take the leash. End on something the dog does surely, for you.',
      'Sit down with the owner. Nothing more is asked of them today unless they want it.',
    ],
    then: 'stop',
  },
  {
    id: 'season',
    name: 'Dog in season',
    when: 'before',
    does: [
      'Indoors or alone outside, away from other dogs; on the leash throughout.',
      'Call away less and expect less. What does not work says little.',
    ],
    then: 'go on',
  },
  {
    id: 'late',
    name: 'Owner late',
    when: 'before',
    does: [
      'Keep the dog in the run, not at your side.',
      'Less than half the time left: equipment, heel, one stay, the come; the rest from the booklet.',
      'Drop items in the script, or leave them here one by one.',
    ],
    then: 'go on',
  },
  {
    id: 'absent',
    name: 'Owner did not come',
    when: 'before',
    does: [
      'Ring once. Move the booking; the dog loses nothing.',
      'Go through it as a rehearsal with a second handler, if the time is there.',
    ],
    then: 'stop',
  },
  {
    id: 'leash',
    name: 'Another leash or collar',
    when: 'both',
    does: [
      'Ready means the leash the owner will use. Look at the fit: two fingers flat beneath the collar.',
      'Five easy reps on it before anything is shown. Else lend one from here and send theirs home.',
    ],
    then: 'go on',
  },
  {
    id: 'refuses',
    name: 'Owner refuses it',
    when: 'during',
    does: ['Leave the item. Talk no one into it. A device is never put on against the owner’s word.'],
    then: 'leave',
  },
  {
    id: 'rain',
    name: 'Rain, heat or ice',
    when: 'both',
    does: [
      'Go under a roof. Choose another location in the script, where the dog has mastered it.',
      'On a slippery floor, show a down-stay instead of a sit-stay. In hot weather, stop and move the hour.',
    ],
    then: 'go on',
  },
  {
    id: 'child',
    name: 'A child along',
    when: 'both',
    does: [
      'An adult has the child by the hand, three meters off, never the leash.',
      'Not at all with a dog that bit or is afraid of people.',
    ],
    then: 'go on',
  },
  {
    id: 'trainer-ill',
    name: 'Trainer ill',
    when: 'before',
    does: [
      'Anyone who rehearsed it may show it. Choose who shows it here, or move the booking.',
      'A hand that never held this leash counts: the chance above says how much. Say so to the owner.',
    ],
    then: 'go on',
  },
  {
    id: 'halfway',
    name: 'Half of it done',
    when: 'during',
    does: ['Stop here, on something sure. You can go on from here on any phone, another day.'],
    then: 'stop',
  },
]
