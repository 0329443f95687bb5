const { db } = require("../database")

const getProducts = (callback) => {
  db.all("SELECT * FROM products", callback)
}

const getProduct = (id, callback) => {
  db.get("SELECT * FROM products WHERE id = ?", [id], callback)
}

const addProduct = (product, callback) => {
  db.run("INSERT INTO products (name, price) VALUES (?, ?)", [product.name, product.price], function (err) {
    callback(err, this && this.lastID)
  })
}

module.exports = { getProducts, getProduct, addProduct }
