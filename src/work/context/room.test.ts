import fs, { mkdtempSync } from 'node:fs'
import { syncBuiltinESMExports } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it, vi } from 'vitest'
import { openDatabase } from '@/store/database'
import { loadHouse } from '../page/house'
import { loadWall } from '../page/wall'
import { monday, newKennel, trainer } from '../tests/kennel'
import { roomLeft, roomText } from './room'

const megabyte = 1024 * 1024

describe('room on the disk', () => {
  it('is said before there is none, and once there is none', () => {
    expect(roomText(200 * megabyte)).toBe('')
    expect(roomText(199.9 * megabyte)).toBe(
      'The office machine’s disk has 199 MB left. Make room before the disk is full.',
    )
    expect(roomText(megabyte)).toMatch(/has 1 MB left/)
    expect(roomText(megabyte - 1)).toMatch(/^The office machine’s disk is full\. Nothing can be saved/)
    expect(roomText(Number.POSITIVE_INFINITY)).toBe('')
  })

  it('is that of the disk which the kennel’s file lies on, wherever that is', () => {
    const db = openDatabase(join(mkdtempSync(join(tmpdir(), 'kibou-room-')), 'kennel.db'))
    const free = roomLeft(db)
    expect(free).toBeGreaterThan(0)
    expect(free).toBeLessThan(1e18)
    db.close()
    expect(roomText(roomLeft({ name: '/nowhere/at/all/kennel.db' }))).toBe('')
  })

  it('a lead sees it on the wall before old backups, and the house says it', () => {
    const db = newKennel()
    const me = trainer(db)
    const said = (isLead: boolean) => loadWall(db, monday, { me, isLead }).warningToLead
    const real = fs.statfsSync(tmpdir())
    const stat = vi.spyOn(fs, 'statfsSync').mockReturnValue({ ...real, bsize: 4096, bavail: (20 * megabyte) / 4096 })
    syncBuiltinESMExports()
    try {
      expect(said(true)).toMatch(/has 20 MB left/)
      expect(said(false)).toBe('')
      expect(loadHouse(db, monday).room).toBe(said(true))
    } finally {
      stat.mockRestore()
      syncBuiltinESMExports()
    }
  })
})
