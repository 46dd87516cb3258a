import { pathId, route } from '../../http/handler'
import { oneArtwork } from '../../services/artworks'

export default route((event, { pool }) => oneArtwork(pool, pathId(event, 'stencil')))
