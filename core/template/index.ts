export { templateInWords } from './in-words'
export { render, templateFault } from './template'
