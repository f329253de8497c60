/** Formats in which parts are exported. */
export const EXPORT_FORMATS = ['stl', '3mf', 'obj'] as const
export type ExportFormat = (typeof EXPORT_FORMATS)[number]
