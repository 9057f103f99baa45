import { writeFileSync } from 'node:fs'
import { PROJECTS_LOOKED_AT, demoFigures } from '../core/testing.figures'

// npm run figures: writes down what every option of the demo comes to now. Look at what git shows of it: all of it is a change of a rule.
const file = new URL('../core/report/examine/demo-figures.json', import.meta.url)
const all = Object.fromEntries(Object.keys(PROJECTS_LOOKED_AT).map(name => [name, demoFigures(name)]))
writeFileSync(file, `${JSON.stringify(all, null, 1)}\n`)
