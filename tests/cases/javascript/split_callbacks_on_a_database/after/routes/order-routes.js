const { createOrderHandler } = require("../controllers/order-controller")
const express = require("express")

const orderRoutes = express.Router()
  .post("/", createOrderHandler)

module.exports = { orderRoutes }
