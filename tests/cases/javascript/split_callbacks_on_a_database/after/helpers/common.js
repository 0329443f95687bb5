const formatPrice = (price) => `$${price.toFixed(2)}`

module.exports = { formatPrice }
