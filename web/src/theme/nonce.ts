/* Styles that parts put into the page have the word that the page came with: the browser takes no others. Read before
   any part is. */
const word = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce
const make = document.createElement.bind(document)

if (word)
  document.createElement = ((name: string, options?: ElementCreationOptions) => {
    const made = make(name, options)
    if (made instanceof HTMLStyleElement) made.nonce = word
    return made
  }) as typeof document.createElement
