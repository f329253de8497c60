import { createContext, useContext } from 'react'
import type { Engine } from '../engine/engine'
import type { Actions } from './actions'

export const ActionsContext = createContext<{ actions: Actions; engine: Engine } | undefined>(undefined)

function useBoth() {
  const both = useContext(ActionsContext)
  if (!both) throw new Error('used outside a project')
  return both
}

export const useActions = (): Actions => useBoth().actions
export const useEngine = (): Engine => useBoth().engine
