const express = require("express")
const sqlite3 = require("sqlite3").verbose()
const path = require("path")
const { body, validationResult } = require("express-validator")

const app = express()
const db = new sqlite3.Database("./shop.db")

app.set("view engine", "ejs")
app.set("views", path.join(__dirname, "views"))
app.use(express.urlencoded({ extended: true }))
app.use(express.static(path.join(__dirname, "public")))

db.serialize(() => {
  db.run("CREATE TABLE IF NOT EXISTS products (id INTEGER PRIMARY KEY, name TEXT, price REAL)")
  db.run("CREATE TABLE IF NOT EXISTS orders (id INTEGER PRIMARY KEY, product_id INTEGER, qty INTEGER)")
})

let requestCount = 0

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

const createOrder = (productId, qty, callback) => {
  db.run("INSERT INTO orders (product_id, qty) VALUES (?, ?)", [productId, qty], callback)
}

const formatPrice = (price) => `$${price.toFixed(2)}`

app.use((req, res, next) => {
  requestCount++
  next()
})

app.get("/", (req, res) => {
  getProducts((err, products) => {
    if (err) return res.status(500).send("db error")
    res.render("index", { products, formatPrice, requestCount })
  })
})

app.get("/products/:id", (req, res) => {
  getProduct(req.params.id, (err, product) => {
    if (err || !product) return res.status(404).send("not found")
    res.render("product", { product, formatPrice })
  })
})

const productRules = [body("name").notEmpty(), body("price").isFloat({ min: 0 })]

app.post("/products", productRules, (req, res) => {
  const errors = validationResult(req)
  if (!errors.isEmpty()) return res.status(400).json({ errors: errors.array() })
  addProduct(req.body, (err, id) => {
    if (err) return res.status(500).send("db error")
    res.redirect("/products/" + id)
  })
})

app.post("/orders", (req, res) => {
  createOrder(req.body.productId, req.body.qty, (err) => {
    if (err) return res.status(500).send("db error")
    res.redirect("/")
  })
})

app.listen(process.env.PORT || 8000, () => {
  console.log("Shop running")
})
