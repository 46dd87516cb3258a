import ical, { ICalCalendarMethod } from 'ical-generator'
import { stretches } from '#core/crew/day'
import type { DayPlan } from '#shared/days'
import type { Db } from '../db/pool'
import { passesByIds } from '../db/queries/jobs'
import { crewWith } from '../db/queries/people'
import { oneDay } from './days'
import { notFound } from './refusal'
import { studioOf } from './studio'

async function titlesOf(db: Db, day: DayPlan): Promise<Map<string, string>> {
  return new Map((await passesByIds(db, day.passes)).map(pass => [pass.id, `${pass.pieces} × ${pass.noun}, ${pass.customer}`]))
}

/** A day's plan as iCalendar (RFC 5545), of everybody or of one person. */
export async function dayCalendar(db: Db, date: string, person: string | null): Promise<string> {
  const [studio, day] = [await studioOf(db), await oneDay(db, date)]
  const people = await crewWith(db, [...day.blocks.map(b => b.person), ...(person === null ? [] : [person])])
  const who = people.find(p => p.id === person)
  if (person !== null && !who) throw notFound('person')
  const calendar = ical({
    name: who ? `${studio.name}: ${who.name}, ${date}` : `${studio.name}, ${date}`,
    prodId: { company: 'Crest', product: 'Day' },
    method: ICalCalendarMethod.PUBLISH,
  })
  const mine = stretches(day.blocks, { zone: studio.rules.timeZone, midnight: day.midnight }, await titlesOf(db, day)).filter(
    s => person === null || s.person === person,
  )
  mine.forEach((s, i) =>
    calendar.createEvent({
      id: `${date}-${s.person}-${i}@crest`,
      start: new Date(day.midnight + s.from * 1000),
      end: new Date(day.midnight + s.to * 1000),
      stamp: new Date(day.savedAt ?? day.midnight),
      sequence: day.version,
      summary: who ? s.title : `${people.find(p => p.id === s.person)?.name ?? ''}: ${s.title}`,
      description: s.lines.join('\n'),
      location: studio.name,
    }),
  )
  return calendar.toString()
}
