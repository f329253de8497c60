import type { Board } from '../references/board'
import type { Goal } from './offer'

/** What a maker is asked before a case is written. */
export interface WrapAnswers {
  sits: 'screws' | 'own' | 'pins' | 'edge'
  closes: 'board' | 'corners' | 'snap' | 'magnets' | 'hinge' | 'slide' | 'sealed' | 'lip'
  lives: 'desk' | 'wall'
}

export const WRAP_QUESTIONS = {
  sits: {
    asks: 'How does the board sit?',
    options: {
      screws: 'on posts with inserts, screwed down with the lid',
      own: 'on posts with inserts, by screws of its own',
      pins: 'on pins, held down by the lid',
      edge: 'on a ledge, by its edge',
    },
  },
  closes: {
    asks: 'How does it close?',
    options: {
      board: 'with the screws through the board',
      corners: 'with screws at its corners',
      snap: 'with snap arms',
      magnets: 'with magnets',
      hinge: 'on a hinge, with a snap arm',
      slide: 'the lid slides on',
      sealed: 'sealed in: printed in one, with a pause',
      lip: 'by its lip alone',
    },
  },
  lives: { asks: 'Where does it live?', options: { desk: 'it stands or lies', wall: 'screwed to a wall' } },
} as const satisfies { [Q in keyof WrapAnswers]: { asks: string; options: Record<WrapAnswers[Q], string> } }

/** Lids that come another way than from above: nothing can hang from them. */
const ASIDE: readonly WrapAnswers['closes'][] = ['hinge', 'slide', 'sealed']

/** Why an answer cannot be had, in a few words; nothing where it can. */
export function whyNot(board: Board, now: WrapAnswers, answer: Partial<WrapAnswers>): string | undefined {
  const holes = board.holes.some((h) => h.mounting)
  if (!holes && answer.sits && answer.sits !== 'edge') return 'it has no mounting holes'
  if (answer.closes === 'board' && now.sits !== 'screws') return 'no screw goes through lid and board'
  if (answer.closes && answer.closes !== 'board' && now.sits === 'screws') return 'the screws through the board hold it'
  if (answer.closes && ASIDE.includes(answer.closes) && now.sits === 'pins') return 'the lid holds the board down'
  return undefined
}

/** Answers that go together and suit a board, as near to those given as can be. */
export function suited(board: Board, given: WrapAnswers): WrapAnswers {
  const sits = whyNot(board, given, { sits: given.sits }) ? 'edge' : given.sits
  const kept = !whyNot(board, { ...given, sits }, { closes: given.closes })
  const closes = kept ? given.closes : sits === 'screws' ? 'board' : 'corners'
  return { sits, closes, lives: given.lives }
}

const SITS: Readonly<Record<WrapAnswers['sits'], readonly Goal[]>> = { screws: ['stand'], own: ['stand screwed'], pins: ['stand', 'hold'], edge: ['rest'] } // prettier-ignore
const CLOSES: Readonly<Record<WrapAnswers['closes'], readonly Goal[]>> = {
  board: ['close'],
  corners: ['close at corners'],
  snap: ['snap'],
  magnets: ['magnets'],
  hinge: ['hinge'],
  slide: ['slide'],
  sealed: ['seal'],
  lip: [],
}

/** What is to be offered and taken, one after the other, for a sheet that answers them. */
export const goalsFor = ({ sits, closes, lives }: WrapAnswers): Goal[] => [
  'wrap',
  ...(sits === 'edge' && ASIDE.includes(closes) ? (['rest free'] as const) : SITS[sits]),
  'let out',
  ...CLOSES[closes],
  ...(lives === 'wall' ? (['hang'] as const) : []),
]
