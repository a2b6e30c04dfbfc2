export default route('administrator', ({ computer }) => computer.compute('verify-trail', null))
