/** One reason against: the rule, where it is set, and who could or what would help. */
export interface Reason {
  rule:
    | 'state'
    | 'checked-out'
    | 'trigger'
    | 'fired-by'
    | 'folder-grant'
    | 'state-grant'
    | 'excluded'
    | 'guard'
    | 'adoption'
    | 'revision'
    | 'effect'
    | 'comment'
    | 'references'
    | 'scheme'
    | 'label'
    | 'already'
    | 'content'
    | 'version'
    | 'owner'
    | 'deactivated'
    | 'not-found'
    | 'not-checked-out'
    | 'new-references'
    | 'circle'
    | 'value'
    | 'class'
    | 'number-taken'
    | 'seat'
    | 'seat-full'
    | 'signed-already'
    | 'not-signed'
    | 'password'
  message: string
  where: string
  wayOut: string
}
