/* Parts of a page are put up one after another, each in a task of its own. A message and no timer calls the next one:
   timers of a page in the background are held back. What is printed must be whole: then nothing waits for its turn. */

const waiting: (() => void)[] = []
const { port1, port2 } = new MessageChannel()
let going = false
let printing = false

port1.onmessage = () => {
  waiting.shift()?.()
  if (waiting.length) port2.postMessage(null)
  else going = false
}

window.addEventListener('beforeprint', () => {
  printing = true
  while (waiting.length) waiting.shift()?.()
})
window.addEventListener('afterprint', () => (printing = false))

/** Do something after all that waits already, and not in the same task. */
export function inTurn(part: () => void): void {
  if (printing) return part()
  waiting.push(part)
  if (going) return
  going = true
  port2.postMessage(null)
}
