const TITLE = /^title:[ \t]*(.*)$/im

/** The title that a chart's text has; empty if it has none. */
export const titleIn = (text: string): string => TITLE.exec(text)?.[1]?.trim() ?? ''

/** A chart's text with another title. */
export const withTitle = (text: string, title: string): string => {
  const line = `title: ${title}`
  return TITLE.test(text) ? text.replace(TITLE, () => line) : `${line}\n${text}`
}
