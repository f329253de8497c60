import { useDocument, useProject } from '../store/store'
import { divides } from '../divide/divides'

/** The step whose effect is shown: the one that is worked on in the sheet, or was just added. */
export const useStepInHand = (): string | undefined =>
  useProject((s) =>
    (s.place === 'shape' || (s.place === 'divide' && s.apart === 0)) && !s.drawing && !s.photo ? s.inHand : undefined,
  )

/** The step whose effect is drawn: that one, or a cut whose whole is shown round its pieces as they are drawn apart. */
export function useStepShown(): string | undefined {
  const step = useStepInHand()
  const { steps } = useDocument()
  const cut = useProject((s) => (s.place === 'divide' && s.apart > 0 ? s.inHand : undefined))
  return step ?? steps.find((s) => s.id === cut && divides(s.kind))?.id
}
