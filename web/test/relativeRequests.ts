/** Requests relative to the page's address, which a test without a browser lacks: for `vi.stubGlobal('Request', …)`. */
const { Request: Absolute } = globalThis

export class RelativeRequest extends Absolute {
  constructor(address: string, init: RequestInit) {
    super(new URL(address, 'http://localhost'), init)
  }
}
