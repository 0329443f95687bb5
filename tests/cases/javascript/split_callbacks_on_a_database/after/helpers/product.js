const { body } = require("express-validator")

const productRules = [body("name").notEmpty(), body("price").isFloat({ min: 0 })]

module.exports = { productRules }
