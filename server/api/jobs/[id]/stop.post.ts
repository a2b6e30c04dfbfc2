export default route('administrator', ({ event, runner }) => {
  runner.stop(part(event, 'id'))
  return { asked: true }
})
