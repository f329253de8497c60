import { useProject } from '../store/store'

/** The step whose effect is shown: the one that is worked on in the sheet, or was just added. */
export const useStepInHand = (): string | undefined =>
  useProject((s) =>
    (s.place === 'shape' || (s.place === 'divide' && s.apart === 0)) && !s.drawing && !s.photo ? s.inHand : undefined,
  )
