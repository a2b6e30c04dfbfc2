import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/**
 * Who is signed in. The browser holds a random token; here stands its SHA-256 alone, so that whoever reads the
 * database signs in as nobody.
 */
export const sessions = sqliteTable(
  'sessions',
  {
    tokenHash: text().primaryKey(),
    /** What the person sees of it in place of the token. */
    id: text().notNull().default(''),
    personId: text().notNull(),
    at: text().notNull(),
    until: text().notNull(),
    /** The browser, as it names itself. */
    browser: text(),
    /** Whom an administrator looks as; nothing can be changed meanwhile. */
    lookingAs: text(),
  },
  (table) => [index('sessions_person').on(table.personId)],
)

/** Browsers in which somebody has signed in before: strangers’ wrong passwords do not count against them. */
export const knownBrowsers = sqliteTable('known_browsers', {
  tokenHash: text().primaryKey(),
  personId: text().notNull(),
  at: text().notNull(),
})

/** Secrets that are good once: the first sign-in, and another password for one that is forgotten. Hashes alone. */
export const signInLinks = sqliteTable(
  'sign_in_links',
  {
    tokenHash: text().primaryKey(),
    personId: text().notNull(),
    kind: text().$type<'first' | 'forgotten'>().notNull().default('first'),
    at: text().notNull(),
    until: text().notNull(),
  },
  (table) => [index('sign_in_links_person').on(table.personId)],
)

/** Tokens by which scripts act for a person. Hashes alone. */
export const accessTokens = sqliteTable(
  'access_tokens',
  {
    id: text().primaryKey(),
    tokenHash: text().notNull().unique(),
    personId: text().notNull(),
    name: text().notNull(),
    at: text().notNull(),
    until: text().notNull(),
    /** What may be done with it; reading is always in it. */
    acts: text({ mode: 'json' }).$type<string[]>().notNull(),
    lastUsedAt: text(),
  },
  (table) => [index('access_tokens_person').on(table.personId)],
)

/** How many sign-ins have gone wrong of late, for each account, place and browser; the shape is the limiter’s. */
export const signInAttempts = sqliteTable('sign_in_attempts', {
  key: text().primaryKey(),
  points: integer().notNull().default(0),
  expire: integer(),
})
