import fc from 'fast-check'

/**
 * Property tests draw the same cases in every run, so that a change is judged by what it changed.
 * `ANORAK_SEED=random` draws new ones, which is how to look for cases nobody thought of.
 */
const seed = process.env.ANORAK_SEED ?? '20260'
fc.configureGlobal(seed === 'random' ? {} : { seed: Number(seed) })
