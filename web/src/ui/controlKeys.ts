/** Whether a key belongs to the control that has the focus: it is pressed, chosen or typed into with it. */
export const isForControl = ({ target }: KeyboardEvent): boolean =>
  target instanceof Element && target.matches('button, a, select, input, textarea, summary, [role=button]')
