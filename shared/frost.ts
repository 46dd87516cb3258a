import { z } from 'zod'
import { inWindow, windowOf } from '#core/bench/frost'
import type { FrostReading, Window } from '#core/bench/frost'
import type { FrostFigures } from '#core/bench/run'
import { boundsOf, boxRing, regionOf, transformed } from '#core/basics/outline'
import type { Region } from '#core/basics/outline'
import type { PlannedArt } from './passes'
import { wallOf } from './placements'
import type { PieceShape } from './runs'

/** What a stand-in for a camera is told, since it has no lens: what lies before it, in mm of the window. A real camera pays no heed. */
export const cameraOrderSchema = z.object({
  rings: z.array(z.array(z.number().min(-5000).max(5000)).min(6).max(20_000)).min(1).max(3000),
  window: z.object({
    width: z.number().positive().max(2000),
    height: z.number().positive().max(2000),
    radius: z.number().positive().max(2000).nullable(),
  }),
  /** What it is: the stand-in shows the same for the same words. */
  of: z.string().max(200),
  /** Share of the frost that each ring has, where they differ, as strips of a coupon do. */
  strengths: z.array(z.number().min(0).max(1)).max(3000).nullable(),
})
export type CameraOrder = z.output<typeof cameraOrderSchema>

/** One place of a piece whose frost can be read. Lengths in mm. */
export interface FrostTarget {
  /** Which of the placements, from 0. */
  placement: number
  art: PlannedArt | null
  /** The stencil it was planned with; null where only its size was. */
  artworkId: string | null
  width: number
  height: number
  /** Degrees that it is turned on the piece. */
  turn: number
  /** Of the wall behind it; null where that is flat. */
  radius: number | null
  /** Where on the piece its middle is, as marks of faults are. */
  at: number
  middle: number
}

/** Places of one piece, as it is drawn. @param no of the piece in its set, from 1: pieces may have art of their own */
export function frostTargets(shape: PieceShape, no: number): FrostTarget[] {
  const wall = wallOf(shape)
  return shape.placements.flatMap((p, placement) => {
    const spot = p.spots?.[0]
    if (!spot) return []
    return [
      {
        placement,
        art: p.art,
        artworkId: p.artworkIds?.[no - 1] ?? p.artworkId ?? null,
        // What is cut has the size of the art, whatever was typed for it.
        width: p.art?.width ?? p.artWidth,
        height: p.art?.height ?? p.artHeight,
        turn: spot.turn,
        radius: shape.surface === 'flat' ? null : wall.at(spot.middle).r,
        at: spot.at,
        middle: spot.middle,
      },
    ]
  })
}

/** The art of a place as it stands on the piece, in the window that a picture from the front shows. */
export interface TargetArt {
  art: Region
  window: Window
  /** Art that goes too far round to be seen from the front, mm at each side. */
  cut: number
  /** The outline is as exact as what was cut; otherwise it is the small one that is kept with a plan. */
  exact: boolean
}

/** An outline of the plan may differ from the art by this much, mm: more, and the art was changed since. */
const SAME = 0.3

/**
 * @param exact the open area of the artwork as it is today, where it could be had
 * @returns null where no outline is known: then frost and clear are marked by hand
 */
export function targetArt(target: FrostTarget, exact: Region | null): TargetArt | null {
  const planned = target.art ? regionOf(target.art.d) : []
  const [a, b] = [exact && boundsOf(exact), boundsOf(planned)]
  const same
    = a !== null && b !== null
      && Math.abs(a.right - a.left - target.width) < SAME && Math.abs(a.bottom - a.top - target.height) < SAME
  const art = same ? exact! : planned
  const box = boundsOf(art)
  if (!box) return null
  const turn = (-target.turn * Math.PI) / 180
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  const scale = same ? 1 : target.width / (box.right - box.left)
  const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2]
  const turned = transformed(art, [scale * c, scale * s, -scale * s, scale * c, -scale * (c * x - s * y), -scale * (s * x + c * y)])
  const around = boundsOf(turned)!
  const placed = transformed(turned, [1, 0, 0, 1, -around.left, -around.top])
  const window = windowOf(around.right - around.left, around.bottom - around.top, target.radius)
  return { art: inWindow(placed, window.cut), window, cut: window.cut, exact: same }
}

/** A window of a place whose art is not drawn: its box. */
export function boxOfTarget(target: FrostTarget): TargetArt {
  const window = windowOf(target.width, target.height, target.radius)
  const box = boxRing({ left: 0, top: 0, right: window.width, bottom: window.height })
  return { art: [box], window, cut: window.cut, exact: false }
}

const digits = (value: number | null | undefined, places: number): number | null =>
  value === null || value === undefined ? null : Number(value.toFixed(places))

/** What of a reading is kept with a run: no more digits than a picture gives. */
export function figuresOf(reading: FrostReading, placement: number, card: number, photo: string | null): FrostFigures {
  const { contrast, evenness, edges, against, scale } = reading
  return {
    placement,
    contrast: digits(contrast, 1)!,
    mottle: digits(evenness?.mottle, 2),
    graininess: digits(evenness?.graininess, 2),
    raggedness: digits(edges?.raggedness, 3),
    blur: digits(edges?.blur, 3),
    offset: digits(edges?.offset, 3),
    outside: digits(against?.outside, 1),
    missing: digits(against?.missing, 1),
    scale: digits(scale, 1)!,
    card,
    photo,
  }
}
