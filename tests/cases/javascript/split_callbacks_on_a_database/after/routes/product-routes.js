const { createProduct, showProduct } = require("../controllers/product-controller")
const { productRules } = require("../helpers/product")
const express = require("express")

const productRoutes = express.Router()
  .get("/:id", showProduct)
  .post("/", productRules, createProduct)

module.exports = { productRoutes }
