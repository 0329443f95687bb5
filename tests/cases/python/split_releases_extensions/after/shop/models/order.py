from shop.database import db


class Order(db.Model):
    id = db.Column(db.Integer, primary_key=True)
    name = db.Column(db.String(80))

    def as_json(self):
        return {"id": self.id, "name": self.name}
