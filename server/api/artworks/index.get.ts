import { listArtworks } from '../../db/queries/artworks'
import { pageRoute } from '../../http/handler'

export default pageRoute(listArtworks)
