/** The people and folders that a configuration is checked against. */
export interface Directory {
  people: {
    id: string
    name: string
    initials?: string | null
    mail?: string | null
    groups: string[]
    active?: boolean
    administrator?: boolean
  }[]
  folders: {
    path: string
    roles?: Record<string, string[]>
    lifecycles?: string[]
    grants?: Record<string, string[]>
    withhold?: Record<string, string[]>
    startAfresh?: boolean
  }[]
}
