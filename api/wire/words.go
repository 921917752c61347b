package wire

import (
	"context"
	"net/http"

	"github.com/labstack/echo/v5"

	"therapeon/language"
)

// SpokenTo is the language in which a request is answered.
func SpokenTo(c *echo.Context) *language.Language { return Spoken(c.Request().Context()) }

// Spoken is that of a context.
func Spoken(ctx context.Context) *language.Language {
	if v := VisitIn(ctx); v.Language != nil {
		return v.Language
	}
	return language.Of("")
}

// LanguageOf is the language that a browser asks for, as far as there is a catalogue of it.
func LanguageOf(r *http.Request) *language.Language {
	return language.Match(r.Header.Get("Accept-Language"))
}
