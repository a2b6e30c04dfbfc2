export { templateInWords } from './in-words'
export { namesIn, templateNames, templateProblem } from './names'
export { forOneAct, render, templateFault } from './template'
