package services

import "fmt"

// SwarmService knows the swarms that left.
type SwarmService struct{}

// Count counts them.
func (SwarmService) Count(swarms []string) int {
	fmt.Println("swarms", swarms)
	return len(swarms)
}
