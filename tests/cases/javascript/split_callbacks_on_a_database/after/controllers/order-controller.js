const { createOrder } = require("../repositories/order-repository")

const createOrderHandler = (req, res) => {
  createOrder(req.body.productId, req.body.qty, (err) => {
    if (err) return res.status(500).send("db error")
    res.redirect("/")
  })
}

module.exports = { createOrderHandler }
