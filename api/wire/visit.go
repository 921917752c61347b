package wire

import (
	"context"
	"net/http"

	"github.com/labstack/echo/v5"

	"therapeon/clinic/check"
	"therapeon/clinic/people"
	"therapeon/language"
	"therapeon/ledger"
)

// Visit is a request: who asks, by which door, and as which act what they do is kept.
type Visit struct {
	Who    people.Visitor
	Scheme string // of the door, such as https
	Cookie string // name of the one that carries a session's token
	Asks   bool   // the door asks who one is
	From   string // the address that the request comes from
	Act    ledger.Act
	Echo   *echo.Context

	Language *language.Language // in which it is answered
}

type visitKey struct{}

// Into makes a request stand for a visit.
func (v *Visit) Into(r *http.Request) *http.Request {
	return r.WithContext(context.WithValue(r.Context(), visitKey{}, v))
}

// VisitIn is the visit that a context stands for.
func VisitIn(ctx context.Context) *Visit {
	if v, ok := ctx.Value(visitKey{}).(*Visit); ok {
		return v
	}
	return &Visit{}
}

// VisitOf is the visit that a request stands for.
func VisitOf(c *echo.Context) *Visit { return VisitIn(c.Request().Context()) }

// Asker is where a try to come in is made from.
func (v *Visit) Asker() people.Asker {
	return people.Asker{From: v.From, Agent: v.Echo.Request().UserAgent()}
}

// Tab is the name of a tab: that of a session is another than one of the same name elsewhere.
func (v *Visit) Tab(given string) string {
	if given = Named(given); given == "" {
		return ""
	}
	return v.Who.Session + "/" + given
}

// Named is a word that names something, such as a header; what is too long or cannot be printed names nothing.
func Named(given string) string {
	if len(given) > 64 || !check.Name(given) {
		return ""
	}
	return given
}

// GiveCookie lets a browser come again by its session.
func (v *Visit) GiveCookie(in people.Let) {
	http.SetCookie(v.Echo.Response(), &http.Cookie{
		Name: v.Cookie, Value: in.Token, Path: "/", Expires: in.Until,
		Secure: v.Scheme == "https", HttpOnly: true, SameSite: http.SameSiteStrictMode,
	})
}

// DropCookie makes a browser forget its session.
func (v *Visit) DropCookie() {
	http.SetCookie(v.Echo.Response(), &http.Cookie{
		Name: v.Cookie, Path: "/", MaxAge: -1,
		Secure: v.Scheme == "https", HttpOnly: true, SameSite: http.SameSiteStrictMode,
	})
}
