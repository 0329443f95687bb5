package models;

public record Book(int id, String title, int copies) {
    public String toJson() {
        return "{\"id\":" + id + ",\"title\":\"" + title + "\",\"copies\":" + copies + "}";
    }
}
