import { type ConstantNode, type FunctionNode, type MathNode, type OperatorNode, parse } from 'mathjs'
import { type Dimension, parseFormula, SAME_KIND } from './formula'
import type { LengthUnit } from './length'

/**
 * A formula as it is kept in the document, where a number without a unit means millimetres:
 * what a maker types in an inch project gets its unit written behind it, so that switching the
 * project's unit never changes the model.
 */
export function toStoredFormula(text: string, want: Dimension, unit: LengthUnit): string {
  return unit === 'mm' || want !== 'length' ? text.trim() : withUnitOf(text, 'in')
}

/** A formula of the document as it is edited: in a project in inches, its plain numbers say that they are mm. */
export const toEditedFormula = (formula: string, unit: LengthUnit): string =>
  unit === 'mm' ? formula : withUnitOf(formula, 'mm')

/** Writes a unit behind the plain numbers that are lengths. */
function withUnitOf(text: string, unit: LengthUnit): string {
  const clean = text.trim()
  if (!/\d/.test(clean)) return clean
  const tree = parseFormula(clean)
  if (!tree.ok) return clean
  const marked = markBare(tree.value, unit)
  if (!marked.touched) return clean
  if (marked.wholeIsBare) return /^[\d.,]+$/.test(clean) ? `${clean} ${unit}` : `(${clean}) * 1 ${unit}`
  return marked.node.toString({ handler: printQuantity })
}

/** Finds the bare numbers that a sum or a function turns into lengths, and gives them the unit. */
function markBare(root: MathNode, unit: LengthUnit): { node: MathNode; touched: boolean; wholeIsBare: boolean } {
  const isBare = (node: MathNode): boolean => {
    if (node.type === 'ConstantNode') return true
    if (node.type === 'ParenthesisNode') return isBare((node as unknown as { content: MathNode }).content)
    if (node.type === 'OperatorNode') return (node as OperatorNode).args.every(isBare)
    if (node.type === 'FunctionNode') {
      const call = node as FunctionNode
      return (call.fn as unknown as { name?: string }).name !== 'qty' && call.args.every(isBare)
    }
    return false
  }
  if (isBare(root)) return { node: root, touched: true, wholeIsBare: true }
  let touched = false
  const node = root.transform((each) => {
    const isSum = each.type === 'OperatorNode' && ['+', '-'].includes((each as OperatorNode).op)
    const name =
      each.type === 'FunctionNode' ? ((each as FunctionNode).fn as unknown as { name?: string }).name : undefined
    const isAlike = isSum || (name !== undefined && Object.hasOwn(SAME_KIND, name))
    if (!isAlike || isBare(each)) return each
    const holder = each as OperatorNode | FunctionNode
    holder.args = holder.args.map((arg) => {
      if (!isBare(arg)) return arg
      touched = true
      return parse(`qty(${arg.toString()}, "${unit}")`)
    })
    return holder
  })
  return { node, touched, wholeIsBare: false }
}

function printQuantity(node: MathNode, options: object): string | undefined {
  if (node.type !== 'FunctionNode' || (node as FunctionNode).fn.name !== 'qty') return undefined
  const [number, unit] = (node as FunctionNode).args
  const shown = number!.toString(options)
  const unitName = String((unit as ConstantNode).value)
  return /^[\d.]+( ?\/ ?\d+)?$/.test(shown) ? `${shown.replace(/ /g, '')} ${unitName}` : `(${shown}) * 1 ${unitName}`
}
