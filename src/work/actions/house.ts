import { v7 } from 'uuid'
import { nested, type Typed } from '@/core/fields'
import { forThoseHere, houseSections, sectionSchemas, severalInHouse, type HouseSection } from '@/core/house/house'
import { dayIn } from '@/core/days'
import type { Sent } from '@/core/clash'
import { sectionsFor } from '@/core/house/sections'
import type { Db } from '@/store/database'
import { allFeeds, appendHouse, readHouse, writeDaysOff, writeFeeds, writeSpaces } from '@/store/house'
import { readKennel, readPeople, replaceHours } from '@/store/kennel'
import { rehearseFrom } from '@/store/residents'
import { lapseStandings, lapseStandingsIn } from '@/store/standings'
import type { FormResult } from './begin'
import { houseValues } from '../page/house'
import { wrongIn } from './actionResult'
import { saveForm, type Clashed, type FormHere } from './saveOver'
import { whyNotWritable } from '../context/backups'
import { moveFirst } from '../context/slots'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export const isSection = (id: string): id is HouseSection => (houseSections as readonly string[]).includes(id)

/**
 * Keeps one section of the house as typed; nothing of it when anything is wrong, and nothing over what somebody else
 * kept since it was read.
 */
export function keepSection(
  db: Db,
  section: HouseSection,
  form: Typed | Sent,
  recordedBy: PersonId,
  now: EpochMs,
): FormResult | Clashed {
  return saveForm(
    db,
    form,
    () => sectionHere(db, section, now),
    (_, typed): FormResult => {
      const raw = nested(typed, severalInHouse)
      switch (section) {
        case 'house': {
          const house = sectionSchemas.house.parse(raw)
          // A folder is tried when it is named, not in the night on which it was needed.
          const why = house.backupFolder === '' ? undefined : whyNotWritable(house.backupFolder)
          if (why !== undefined) return wrongIn({ backupFolder: why })
          const [before, { timeZone }] = [readHouse(db), readKennel(db)]
          appendHouse(db, v7(), house, recordedBy, now)
          if (forThoseHere.parse(raw).rehearseHere === 'apply')
            rehearseFrom(db, dayIn(house.timeZone, now), house.rehearse === 'yes')
          // Birthdays and changes of rules begin with a day of the house, and ladders are worded in its lengths.
          if (readKennel(db).timeZone !== timeZone || readHouse(db).lengths !== before.lengths) lapseStandings(db)
          break
        }
        case 'spaces':
          // Some rungs count in one kind of place only, so that what was worked there may count otherwise now.
          lapseStandingsIn(
            db,
            writeSpaces(
              db,
              sectionSchemas.spaces.parse(raw).spaces.map((s) => ({
                id: s.id === '' ? v7() : s.id,
                name: s.name,
                kind: s.kind,
                indoors: s.where === 'indoors',
                holds: s.holds,
                surface: s.surface,
                grip: s.grip === '' ? undefined : s.grip,
              })),
            ),
          )
          break
        case 'feeds':
          // A feed that was dropped and is named again is the same feed: plans name it.
          writeFeeds(
            db,
            sectionSchemas.feeds.parse(raw).feeds.map((f) => ({
              id:
                f.id === ''
                  ? ([...allFeeds(db).values()].find((known) => known.name.toLowerCase() === f.name.toLowerCase())
                      ?.id ?? v7())
                  : f.id,
              name: f.name,
              kcalPer100g: f.kcalPer100g,
              kcalPerPiece: f.kcalPerPiece,
              tenPiecesGrams: f.tenPiecesGrams,
              cupGrams: f.cupGrams,
              tier: Number(f.tier),
              contains: f.contains,
            })),
          )
          break
        case 'hours': {
          const shifts = sectionSchemas.hours.parse(raw).hours
          const stranger = strangerIn(db, shifts)
          if (stranger >= 0) return wrongIn({ [`hours.${stranger}.personId`]: 'Choose who.' })
          replaceHours(
            db,
            shifts.flatMap((h) =>
              [...new Set(h.days)].map((d) => ({
                personId: h.personId,
                weekday: Number(d),
                fromMinute: h.from,
                toMinute: h.to,
              })),
            ),
          )
          break
        }
        case 'daysOff': {
          const { off } = sectionSchemas.daysOff.parse(raw)
          const stranger = strangerIn(db, off)
          if (stranger >= 0) return wrongIn({ [`off.${stranger}.personId`]: 'Choose who.' })
          for (const [row, o] of off.entries()) {
            const booked = moveFirst(db, o.personId, now, (d) => d >= o.from && d <= o.to)
            if (booked !== undefined) return wrongIn({ [`off.${row}.from`]: booked })
          }
          writeDaysOff(
            db,
            dayIn(readKennel(db).timeZone, now),
            off.map((o) => ({ ...o, id: o.id === '' ? v7() : o.id })),
          )
          break
        }
      }
      return { ok: true, id: section }
    },
  )
}

/** A section as its form would be read now. */
function sectionHere(db: Db, section: HouseSection, now: EpochMs): FormHere<(typeof sectionSchemas)[HouseSection]> {
  const { timeZone } = readKennel(db)
  const { fields = [] } = sectionsFor(readPeople(db), timeZone, readHouse(db).week).find((s) => s.id === section) ?? {}
  return {
    schema: sectionSchemas[section],
    several: severalInHouse,
    now: { typed: houseValues(db, now)[section], fields, saved: { by: '', at: undefined, timeZone } },
  }
}

/** The first row that names nobody who works here, −1 when all do. */
function strangerIn(db: Db, rows: readonly { readonly personId: PersonId }[]): number {
  const known = new Set(readPeople(db).map((p) => p.id))
  return rows.findIndex((r) => !known.has(r.personId))
}
