module.exports = require('./layers.rules.cjs')('')
