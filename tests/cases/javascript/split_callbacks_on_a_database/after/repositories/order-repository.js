const { db } = require("../database")

const createOrder = (productId, qty, callback) => {
  db.run("INSERT INTO orders (product_id, qty) VALUES (?, ?)", [productId, qty], callback)
}

module.exports = { createOrder }
