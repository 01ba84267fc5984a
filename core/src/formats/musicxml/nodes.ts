import { XMLBuilder } from 'fast-xml-parser'

/** An element with its children, as the builder takes it. */
export type Node = Record<string, unknown>

export const element = (
  name: string,
  children: readonly Node[],
  attributes: Readonly<Record<string, string>> = {},
): Node => ({
  [name]: children,
  ...(Object.keys(attributes).length > 0 ? { ':@': attributes } : {}),
})

export const text = (
  name: string,
  value: string | number,
  attributes: Readonly<Record<string, string>> = {},
): Node => element(name, [{ '#text': String(value) }], attributes)

/** A document with its declaration as text. */
export const documentText = (root: Node): string => {
  const builder = new XMLBuilder({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    format: true,
    suppressEmptyNode: true,
  })
  const declaration = { '?xml': [{ '#text': '' }], ':@': { version: '1.0', encoding: 'UTF-8' } }
  return String(builder.build([declaration, root]))
}
