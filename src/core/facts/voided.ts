import { factKind, line, name, uuid } from './kind'

/** A fact is taken back. It stays, and no longer counts. */
export const voided = factKind(
  'voided',
  { targetId: uuid, reason: line(200), recordedBy: name },
  { names: { recordedBy: 'person' }, moves: { anything: 'targetId' } },
)
