package middleware

import (
	"net/http"

	"github.com/gin-gonic/gin"
)

func RequireKey() gin.HandlerFunc {
	return func(c *gin.Context) {
		if c.GetHeader("X-Key") == "" {
			c.AbortWithStatus(http.StatusUnauthorized)
			return
		}
		c.Next()
	}
}
