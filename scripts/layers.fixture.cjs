module.exports = require('./layers.rules.cjs')('scripts/fixtures/broken/')
