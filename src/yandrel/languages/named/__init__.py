"""What languages share whose references go by declared, qualified names."""
