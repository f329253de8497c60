/** Applies migrations and puts the demo into the data folder, once. */
import { dataFolder, openDatabase } from '../src/server/database'
import { seedDemo } from '../src/server/demo'

const folder = dataFolder()
const seeded = seedDemo(openDatabase(folder), folder)
process.stdout.write(seeded ? `The demo is in ${folder}.\n` : `Data folder: ${folder}.\n`)
