package services

import "strings"

func WriteHiveLetter(greeting string, lines []string) string {
	head := greeting + ","
	all := append([]string{head, ""}, lines...)
	if len(lines) == 0 {
		return head
	}
	return strings.Join(all, "\n")
}
