import type { Person } from '@/store/kennel'

/** What a screen sent, with who sent it: that comes from the sign-in, whatever the screen says. */
export const signed = (raw: unknown, who: Person): unknown => (typeof raw === 'object' && raw !== null ? { ...raw, recordedBy: who.id } : raw)
