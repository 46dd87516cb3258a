import { setResponseHeaders } from 'h3'
import { paperFile } from '../../db/queries/papers'
import { keptFile, pathId, route } from '../../http/handler'
import { notFound } from '../../services/refusal'

/** Shown by the browser's own viewer in a sandbox: a window that runs nothing, and can reach nothing of ours. */
export default route(async (event, { pool }) => {
  const paper = await paperFile(pool, pathId(event, 'paper'))
  if (!paper) throw notFound('paper')
  setResponseHeaders(event, {
    'content-disposition': `inline; filename*=UTF-8''${encodeURIComponent(paper.name.replace(/[^\p{L}\p{N}. _-]/gu, '_'))}`,
    'content-security-policy': 'sandbox; default-src \'none\'; style-src \'unsafe-inline\'; frame-ancestors \'none\'',
    'cross-origin-opener-policy': 'same-origin',
  })
  return keptFile(event, 'application/pdf', paper.file)
})
