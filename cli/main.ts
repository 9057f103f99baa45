import { main } from './commands'

// Whoever reads may stop reading (`| head`): that is no fault, and nothing is left to say.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error
  process.exit(0)
})

void main(process.argv.slice(2), {
  out: text => process.stdout.write(text),
  error: text => console.error(text)
}).then(code => {
  process.exitCode = code
})
