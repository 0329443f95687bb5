const express = require("express")
const path = require("path")
const { db } = require("./database")
const { formatPrice } = require("./helpers/common")
const { getProducts } = require("./repositories/product-repository")
const { orderRoutes } = require("./routes/order-routes")
const { productRoutes } = require("./routes/product-routes")

const app = express()
app.set("view engine", "ejs")
app.set("views", path.join(__dirname, "views"))
app.use(express.urlencoded({ extended: true }))
app.use(express.static(path.join(__dirname, "public")))

db.serialize(() => {
  db.run("CREATE TABLE IF NOT EXISTS products (id INTEGER PRIMARY KEY, name TEXT, price REAL)")
  db.run("CREATE TABLE IF NOT EXISTS orders (id INTEGER PRIMARY KEY, product_id INTEGER, qty INTEGER)")
})

let requestCount = 0

app.use((req, res, next) => {
  requestCount++
  next()
})

const getRoot = (req, res) => {
  getProducts((err, products) => {
    if (err) return res.status(500).send("db error")
    res.render("index", { products, formatPrice, requestCount })
  })
}

app.get("/", getRoot)

app.use("/products", productRoutes)

app.use("/orders", orderRoutes)

app.listen(process.env.PORT || 8000, () => {
  console.log("Shop running")
})
