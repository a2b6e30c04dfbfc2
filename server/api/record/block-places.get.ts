import { blockPlaces } from '../../bindings/block-places'

/** Where blocks of revisions stand on sheets, by the format of the sheet. */
export default route('administrator', ({ db }) => blockPlaces(db))
