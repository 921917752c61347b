package api

import (
	"context"
	"log/slog"
	"net"
	"net/http"
	"net/netip"
	"net/url"
	"strings"

	"github.com/labstack/echo/v5"

	"therapeon/api/wire"
	"therapeon/core/message"
)

// Door is one way in: which names it answers to, and whether it asks who comes.
type Door struct {
	Asks   bool                   // who one is; else whoever reaches it may do all
	Secure bool                   // what goes through it is encrypted, here or by a proxy before it
	Hosts  func(host string) bool // the names it is reached by, with their port
	Behind bool                   // a proxy on this machine is before it, and says who asks
}

// Loopback is the door of whoever sits at this machine.
var Loopback = Door{Hosts: IsLoopback}

// IsLoopback holds for the names by which this machine reaches itself, at any port: one may come
// through a tunnel of one's own.
func IsLoopback(host string) bool {
	name := host
	if n, _, err := net.SplitHostPort(host); err == nil {
		name = n
	}
	ip := net.ParseIP(strings.Trim(name, "[]"))
	return name == "localhost" || ip != nil && ip.IsLoopback()
}

func (d Door) scheme() string {
	if d.Secure {
		return "https"
	}
	return "http"
}

// owns holds for the origin of a page of this program.
func (d Door) owns(origin string) bool {
	u, err := url.Parse(origin)
	return err == nil && u.Scheme == d.scheme() && d.Hosts(u.Host)
}

// from is the address that a request comes from.
func (d Door) from(r *http.Request) string {
	at, err := netip.ParseAddrPort(r.RemoteAddr)
	if err != nil {
		return r.RemoteAddr
	}
	if all := r.Header.Values("X-Forwarded-For"); d.Behind && at.Addr().IsLoopback() && len(all) > 0 {
		hops := strings.Split(all[len(all)-1], ",")
		if ip, err := netip.ParseAddr(strings.TrimSpace(hops[len(hops)-1])); err == nil {
			return ip.String() // the one that the proxy itself saw
		}
	}
	return at.Addr().Unmap().String()
}

type doorKey struct{}

// throughDoor lets requests in by a door.
func throughDoor(d Door, next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		next.ServeHTTP(w, r.WithContext(context.WithValue(r.Context(), doorKey{}, d)))
	})
}

func doorOf(c *echo.Context) Door {
	d, _ := c.Request().Context().Value(doorKey{}).(Door)
	return d
}

// ownOnly refuses requests under a name that is not its own, for a page elsewhere could have bound
// its name to this address; and those of pages from elsewhere.
func ownOnly(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r, d := c.Request(), doorOf(c)
		if !d.Hosts(r.Host) {
			return wire.NotOurs{Host: r.Host}
		}
		if origin := r.Header.Get("Origin"); origin != "" && !d.owns(origin) || foreign(r) {
			refuseForeign(c.Response(), r)
			return nil
		}
		return next(c)
	}
}

// foreign holds for what a page elsewhere asks for, as the browser says, but for going to the page
// itself and for what a secret address opens.
func foreign(r *http.Request) bool {
	switch r.Header.Get("Sec-Fetch-Site") {
	case "", "same-origin", "none": // no browser, the page itself, or typed
		return false
	}
	toPage := r.Header.Get("Sec-Fetch-Mode") == "navigate" && !strings.HasPrefix(r.URL.Path, "/api/")
	return !toPage && !strings.HasPrefix(r.URL.Path, wire.SecretPath)
}

// cookie is the name of the cookie that carries a session's token. Where all is encrypted, the
// browser itself holds it to this host.
func (d Door) cookie() string {
	if d.Secure {
		return "__Host-therapeon"
	}
	return "therapeon"
}

// refuseForeign answers a page from elsewhere.
func refuseForeign(w http.ResponseWriter, r *http.Request) {
	h := w.Header()
	h.Set("Content-Type", wire.ProblemJSON)
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("Cache-Control", "no-store")
	p := wire.Problem{Type: "urn:therapeon:foreign", Title: message.Of("api.not-from-this-page"), Status: http.StatusForbidden,
		Detail: message.Of("api.only-its-own-page")}
	body, err := wire.LanguageOf(r).JSON(p)
	if err == nil {
		w.WriteHeader(http.StatusForbidden)
		_, err = w.Write(body)
	}
	if err != nil {
		slog.Error("answer problem", "error", err)
	}
}
