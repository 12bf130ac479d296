// core alone, for scripts/mutants.sh
const { projects } = require('./jest.config')
module.exports = { ...projects.find(({ displayName }) => displayName === 'core'), displayName: undefined }
