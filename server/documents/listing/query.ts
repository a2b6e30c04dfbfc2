export const documentSorts = ['number', 'title', 'state', 'revision', 'folder', 'changed'] as const
export type DocumentSort = (typeof documentSorts)[number]

/** What somebody asks the list of documents for. */
export interface VaultQuery {
  text?: string
  state?: string
  lifecycle?: string
  classId?: string
  folder?: string
  revision?: string
  intake?: string
  checkedOut?: boolean
  sort: DocumentSort
  descending: boolean
  offset: number
  limit: number
  /** Where a page before this one ended: what comes after it is found by its place in the order. */
  after?: string
}
