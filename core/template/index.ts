export { render, templateFault } from './template'
