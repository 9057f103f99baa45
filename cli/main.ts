import { main } from './commands'

void main(process.argv.slice(2), {
  out: text => process.stdout.write(text),
  error: text => console.error(text)
}).then(code => {
  process.exitCode = code
})
