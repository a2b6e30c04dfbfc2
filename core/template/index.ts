export { templateInWords } from './in-words'
export { forOneAct, render, templateFault } from './template'
