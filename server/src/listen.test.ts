import { type AddressInfo, connect } from 'node:net'
import express from 'express'
import { expect, it } from 'vitest'
import { listenFrom } from './listen.ts'

const app = express().post('/', express.json(), (_request, response) => void response.json('read'))

/** Sends text piece by piece, `everyMs` apart, and gives what was answered when the connection is closed. */
const sendSlowly = (port: number, pieces: readonly string[], everyMs: number): Promise<string> =>
  new Promise((done) => {
    const socket = connect(port, '127.0.0.1')
    let answer = ''
    let at = 0
    const timer = setInterval(() => {
      const piece = pieces[at]
      at += 1
      if (piece === undefined) clearInterval(timer)
      else if (socket.writable) socket.write(piece)
    }, everyMs)
    socket.on('data', (data) => {
      answer += data.toString()
    })
    socket.on('error', () => undefined)
    socket.on('close', () => {
      clearInterval(timer)
      done(answer)
    })
  })

it('cuts a client that sends its request too slowly; others are answered meanwhile', async () => {
  const { server, port } = await listenFrom(app, '127.0.0.1', 0, 400)
  const head =
    'POST / HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 40\r\n\r\n'
  const slowBody = sendSlowly(port, [head, ...'{"a":"bbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbb"}'], 100)
  const slowHead = sendSlowly(port, [...head], 100)
  const { address } = server.address() as AddressInfo
  const quick = await fetch(`http://${address}:${port}/`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: '{}',
  })
  expect(await quick.json()).toBe('read')
  expect(await slowBody).toMatch(/^HTTP\/1\.1 408/)
  expect(await slowHead).toMatch(/^HTTP\/1\.1 408/)
  server.closeAllConnections()
  server.close()
})
