package api

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"github.com/labstack/echo/v5"

	"therapeon/clinic"
	"therapeon/clinic/check"
	"therapeon/clinic/people"
	"therapeon/ledger"
)

// Who may do what. What is named nowhere here is the keeper's alone.
var (
	// anyones: who one is, how to come in, and what has a secret of its own in its address.
	anyones = []string{"me", "signIn", "join", "subscribe"}

	// helpers work on plants, and see what they need for it.
	helpers = slices.Concat(anyones, []string{
		"contract", "about", "events", "example", "getSettings", "listSessions", "endSession",

		"findPlants", "getPlant", "getTimeline", "caseSheet", "labels", "mayI", "keepWish", "settleWish",
		"addPlant", "changePlant", "addIncident", "withdrawIncident", "moveEntry", "undoMove",
		"listInspections", "startLook", "getInspection", "saveInspection",
		"listReadings", "startReading", "getReading", "saveReading", "tickJob", "correctRoot",
		"getCleaning", "markJob", "addJob", "closeCleaning", "acknowledge",
		"listCourses", "startCourse", "saveCourse", "dueRounds",
		"getRhizome", "saveRhizome", "dividePlant",
		"listWeighings", "weigh", "withdrawWeighing", "listScales", "tareScale",
		"getRace", "assume", "getHome", "planHome", "markHomeJob", "settle", "hold", "getBatch",
		"getProgress", "keepLookBack", "foresight", "exposure", "watchPlants", "unwatch",
		"growthKnowledge", "forecastKnowledge", "contagionKnowledge",
		"today", "evening", "moves", "away", "calendarFile", "getCare", "chooseCare", "checkIn", "changeCheckin", "tend", "undoCare", "rained", "careKnowledge",
		"listPlaces", "listShelf", "addStock", "changeStock", "sessionNeeds",
		"listTimers", "startTimer", "changeTimer",

		"causeKnowledge", "listCautions", "cleaningKnowledge", "listDisputes", "divisionKnowledge", "listGroups",
		"lookKnowledge", "listLookalikes", "mediaKnowledge", "pestKnowledge", "raceKnowledge", "rehomeKnowledge",
		"rootKnowledge", "solutionKnowledge", "stanceKnowledge", "unpotKnowledge", "wishKnowledge",

		"computeBlend", "computeCalibration", "computeCauses", "computeCleaningPlan", "computeDivision", "computeFeed",
		"computeFlush", "computeGridCount", "computeLook", "computeMayI", "computeMeter", "computeMix", "computeOxygen",
		"computePestSchedule", "computePot", "computePotOrHold", "computeRace", "computeRoots", "computeSection",
		"computeSolution", "computeStack", "computeWeighFit",
	})

	// deviceWork is what devices do: their own work, a logger at its own place.
	deviceWork = map[string]string{"scale": "scaleReads", "logger": "logReading"}
)

// notKnown says that it is not known who asks.
type notKnown struct{}

func (notKnown) Error() string { return "Say who you are first." }

// notTheirs says that someone may not do this.
type notTheirs struct{}

func (notTheirs) Error() string { return "This is the keeper's to do. Nothing was changed." }

// notHere says that something is done at the machine itself.
type notHere struct{}

func (notHere) Error() string {
	return "This is done at the machine itself: on its own page, or by “therapeon confirm”. Nothing was changed."
}

// allowed refuses what someone may not do.
func allowed(who people.Visitor, did, id string) error {
	switch {
	case slices.Contains(anyones, did), who.Via != "device" && who.Role == people.Keeper:
		return nil
	case who.Via == "":
		return notKnown{}
	case who.Via == "device":
		own := who.Device.Does != "logger" || id == strconv.FormatInt(who.Device.PlaceID, 10)
		if deviceWork[who.Device.Does] == did && own {
			return nil
		}
	case slices.Contains(helpers, did):
		return nil
	}
	return notTheirs{}
}

// visit is a request: who asks, by which door, and as which act what they do is kept.
type visit struct {
	who  people.Visitor
	door Door
	echo *echo.Context
	act  ledger.Act
}

type visitKey struct{}

// visitIn is the request that a context stands for.
func visitIn(ctx context.Context) *visit {
	if v, ok := ctx.Value(visitKey{}).(*visit); ok {
		return v
	}
	return &visit{}
}

func visitOf(c *echo.Context) *visit { return visitIn(c.Request().Context()) }

// asker is where a try to come in is made from.
func (v *visit) asker() people.Asker {
	r := v.echo.Request()
	return people.Asker{From: v.door.from(r), Agent: r.UserAgent()}
}

// What the page sends of itself.
const (
	personHeader = "Therapeon-Person" // who is at this machine, percent-encoded
	tabHeader    = "Therapeon-Tab"    // names the tab
	onceHeader   = "Therapeon-Once"   // names what is sent: it is kept once
)

// whoAsks finds out who asks, for all that follows.
func whoAsks(of *clinic.Clinic) echo.MiddlewareFunc {
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c *echo.Context) error {
			r := c.Request()
			if !strings.HasPrefix(r.URL.Path, "/api/") {
				return next(c)
			}
			v := &visit{door: doorOf(c), echo: c}
			if err := v.find(r, of); err != nil {
				return err
			}
			v.act = ledger.Act{
				Person: v.who.Name, Via: v.who.Via, Tab: v.tab(r.Header.Get(tabHeader)),
				Helper: v.who.Role == people.Helper, At: of.Records.Stamp(),
			}
			if v.who.Via == "" {
				r.Body = http.MaxBytesReader(c.Response(), r.Body, mostOfStranger)
			} else if name := inShort(r.Header.Get(onceHeader)); name != "" {
				if err := v.once(r, name); err != nil {
					return err
				}
			}
			c.SetRequest(r.WithContext(context.WithValue(r.Context(), visitKey{}, v)))
			return next(c)
		}
	}
}

// find finds out who asks: a device by its token, a person by their session, or whoever is at
// this machine, where the door does not ask.
func (v *visit) find(r *http.Request, of *clinic.Clinic) (err error) {
	if given, ok := strings.CutPrefix(r.Header.Get("Authorization"), "Bearer "); ok {
		v.who, err = of.People.EnterDevice(r.Context(), given)
		return err
	}
	if given, err := r.Cookie(v.door.cookie()); err == nil && given.Value != "" {
		if v.who, err = of.People.Enter(r.Context(), given.Value); err != nil || v.who.Via != "" {
			if !v.who.Until.IsZero() {
				v.giveCookie(people.Let{Token: given.Value, Until: v.who.Until})
			}
			return err
		}
	}
	if !v.door.Asks {
		v.who = people.Visitor{Via: "machine", Role: people.Keeper, Name: nameIn(r.Header.Get(personHeader))}
	}
	return nil
}

// mostOfStranger is how much is read of who is not known: a name and a passphrase, or a code.
const mostOfStranger = 8 << 10

// once gives what is sent its name, with a hash of all that it says.
func (v *visit) once(r *http.Request, name string) error {
	body, err := io.ReadAll(r.Body)
	if err != nil {
		return readable(err)
	}
	r.Body = io.NopCloser(bytes.NewReader(body))
	hash := sha256.New()
	_, _ = fmt.Fprintf(hash, "%s\n", r.URL.RequestURI()) // it never fails
	_, _ = hash.Write(body)
	v.act.Once = &ledger.Once{Name: name, Body: hex.EncodeToString(hash.Sum(nil))}
	return nil
}

// tab is the name of a tab: that of a session is another than one of the same name elsewhere.
func (v *visit) tab(given string) string {
	if given = inShort(given); given == "" {
		return ""
	}
	return v.who.Session + "/" + given
}

// inShort is a header that names something; what is too long or cannot be printed names nothing.
func inShort(given string) string {
	if len(given) > 64 || !check.Name(given) {
		return ""
	}
	return given
}

// nameIn is a name as the page sends it; empty where it is none.
func nameIn(given string) string {
	name, err := url.PathUnescape(given)
	if err != nil || utf8.RuneCountInString(name) > 60 || !check.Name(name) {
		return ""
	}
	return strings.TrimSpace(name)
}

// cookie is the name of the cookie that carries a session's token. Where all is encrypted, the
// browser itself holds it to this host.
func (d Door) cookie() string {
	if d.Secure {
		return "__Host-therapeon"
	}
	return "therapeon"
}

// giveCookie lets a browser come again by its session.
func (v *visit) giveCookie(in people.Let) {
	http.SetCookie(v.echo.Response(), &http.Cookie{
		Name: v.door.cookie(), Value: in.Token, Path: "/", Expires: in.Until,
		Secure: v.door.Secure, HttpOnly: true, SameSite: http.SameSiteStrictMode,
	})
}

// dropCookie makes a browser forget its session.
func (v *visit) dropCookie() {
	http.SetCookie(v.echo.Response(), &http.Cookie{
		Name: v.door.cookie(), Path: "/", MaxAge: -1,
		Secure: v.door.Secure, HttpOnly: true, SameSite: http.SameSiteStrictMode,
	})
}
