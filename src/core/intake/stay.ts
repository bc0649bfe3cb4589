import type { Typed } from '../fields'

/** A stay as its form holds it: the day of going home, and no reason yet. */
export const stayTyped = (stay: { readonly leavesOn: string }): Typed => ({ leavesOn: [stay.leavesOn], reason: [''] })

/** Why a dog’s training is paused. */
export const pauseKinds = ['sick', 'in season', 'other'] as const
