export const rights = ['see', 'history', 'open', 'edit', 'adopt', 'rollback', 'move', 'delete'] as const
export type Right = (typeof rights)[number]
