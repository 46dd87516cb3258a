import { listArtworks } from '../../db/queries/artworks'
import { route } from '../../http/handler'

export default route((_, { pool }) => listArtworks(pool))
