package services

import "strings"

func WriteKeeperLetter(greeting string, lines []string) string {
	head := greeting + ","
	all := append([]string{head, ""}, lines...)
	if len(lines) == 0 {
		return head
	}
	return strings.Join(all, "\n")
}
