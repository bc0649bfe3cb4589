import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { isWallTablet, readWallTablets } from '@/store/wallTablets'
import { loadLockedWall } from '../page/lockedWall'
import { dog, monday, msPerDay, newKennel, trainer } from '../tests/kennel'
import { setWallTablet } from './wallTablet'

describe('a tablet on the wall', () => {
  it('shows it while it is locked until somebody ends that, each device for itself', () => {
    const db = newKennel()
    const who = trainer(db)
    const [one, other] = [v7(), v7()]
    const set = (device: string, shows: boolean, at = monday) =>
      setWallTablet(db, { device, shows, recordedBy: who }, at).ok
    expect([isWallTablet(db, one), set(one, true), set(one, true), set(other, true, monday + 1)]).toEqual([
      false,
      true,
      true,
      true,
    ])
    expect(readWallTablets(db)).toEqual([
      { device: other, at: monday + 1, by: 'Ada' },
      { device: one, at: monday, by: 'Ada' },
    ])
    expect([set(one, false, monday + 2), isWallTablet(db, one), isWallTablet(db, other)]).toEqual([true, false, true])
    expect(setWallTablet(db, { device: one, shows: true, recordedBy: 'nobody' }, monday)).toMatchObject({ ok: false })
    for (let i = 0; i < 19; i++) set(v7(), true)
    expect(setWallTablet(db, { device: one, shows: true, recordedBy: who }, monday)).toMatchObject({
      ok: false,
      code: 'full',
      reason: '20 devices show the wall already. Lock one of those first.',
    })
  })

  it('says nothing of owners, whatever was typed of them, and leads nowhere', () => {
    const db = newKennel()
    trainer(db)
    dog(db, { owner: 'Tamsin Reeve', caution: 'Two people; Mrs Reeve’s muzzle. Ask TAMSIN.', arrivesOn: '2026-02-20' })
    const wall = loadLockedWall(db, monday + msPerDay)
    expect(JSON.stringify(wall)).not.toMatch(/tamsin|reeve/i)
    expect(wall.rows[0]?.caution).toBe('Two people; the owner’s muzzle. Ask the owner.')
    expect(wall.rows.map((r) => r.name)).toEqual(['Bramble'])
  })
})
