package hives

import "example.com/waxmoor/registry"

func init() {
	registry.Names = append(registry.Names, "hive")
}
