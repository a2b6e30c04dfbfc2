/** `role:checker`, `group:release-board`, `person:42`, `anyone`. */
export type Principal = string
