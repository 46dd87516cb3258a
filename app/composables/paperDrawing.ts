import type { Drawing } from '#core/basics/pdf'
import type { PieceShape } from '#shared/runs'

/** A piece with its art as it is drawn on paper, in mm of the piece. */
export function paperDrawing(shape: PieceShape): Drawing {
  const { box, outline, arts, etched, flat, rim } = silhouetteOf(shape, 200)
  // On screen the mouth is an ellipse; on paper a line closes it.
  const mouth = `M${box.width / 2 - rim} 0L${box.width / 2 + rim} 0`
  const fills = [...arts, ...etched].map(
    ({ drawn, box: b }) => drawn ?? `M${b.x} ${b.y}L${b.x + b.width} ${b.y}L${b.x + b.width} ${b.y + b.height}L${b.x} ${b.y + b.height}Z`,
  )
  return { width: box.width, height: box.height, lines: flat ? [outline] : [outline, mouth], fills }
}
