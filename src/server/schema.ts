import { blob, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** Projects as they are now. Times are milliseconds since 1970. */
export const projects = sqliteTable('projects', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  /** The project document as JSON, checked on the way in and out. */
  document: text('document').notNull(),
  revision: integer('revision').notNull(),
  createdAt: integer('created_at').notNull(),
  updatedAt: integer('updated_at').notNull(),
  /** Set while a project is deleted and can still be brought back. */
  deletedAt: integer('deleted_at'),
  /** A PNG of the scene. */
  picture: blob('picture', { mode: 'buffer' }),
})

/** What projects were before: undo survives a reload. */
export const revisions = sqliteTable(
  'revisions',
  {
    projectId: text('project_id')
      .notNull()
      .references(() => projects.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    document: text('document').notNull(),
    savedAt: integer('saved_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.projectId, t.revision] }), index('revisions_by_time').on(t.savedAt)],
)

/** Imported files, each once however many projects use it; contents are in the data folder under their SHA-256. */
export const files = sqliteTable('files', {
  sha: text('sha').primaryKey(),
  size: integer('size').notNull(),
  createdAt: integer('created_at').notNull(),
})

/** Printers as they are set up with a filament, kept apart from the projects that are printed on them. */
export const printers = sqliteTable('printers', {
  id: text('id').primaryKey(),
  /** The profile as JSON, checked on the way in and out. */
  profile: text('profile').notNull(),
  revision: integer('revision').notNull(),
  updatedAt: integer('updated_at').notNull(),
})

/** Things done once for this data folder, such as seeding the demo. */
export const marks = sqliteTable('marks', {
  name: text('name').primaryKey(),
  at: integer('at').notNull(),
})
