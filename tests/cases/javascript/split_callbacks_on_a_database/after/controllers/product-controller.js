const { formatPrice } = require("../helpers/common")
const { addProduct, getProduct } = require("../repositories/product-repository")
const { validationResult } = require("express-validator")

const showProduct = (req, res) => {
  getProduct(req.params.id, (err, product) => {
    if (err || !product) return res.status(404).send("not found")
    res.render("product", { product, formatPrice })
  })
}

const createProduct = (req, res) => {
  const errors = validationResult(req)
  if (!errors.isEmpty()) return res.status(400).json({ errors: errors.array() })
  addProduct(req.body, (err, id) => {
    if (err) return res.status(500).send("db error")
    res.redirect("/products/" + id)
  })
}

module.exports = { showProduct, createProduct }
