import helper

print(helper.Y)
