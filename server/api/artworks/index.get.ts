import { listArtworks } from '../../db/queries/artworks'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listArtworks(pool, afterRow(event)))
