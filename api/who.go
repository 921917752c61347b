package api

import (
	"bytes"
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

	"therapeon/api/wire"
	"therapeon/clinic"
	"therapeon/clinic/check"
	"therapeon/clinic/people"
	"therapeon/core/knowledge/words"
	"therapeon/language"
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
		"listCourses", "startCourse", "saveCourse", "duePests",
		"getRhizome", "saveRhizome", "dividePlant",
		"listWeighings", "weigh", "withdrawWeighing", "listScales", "tareScale",
		"getRace", "assume", "getHome", "planHome", "markHomeJob", "settle", "hold", "getBatch",
		"getProgress", "keepLookBack", "scoreForecasts", "exposure", "watchPlants", "unwatch",
		"progressKnowledge", "forecastKnowledge", "contagionKnowledge",
		"today", "evening", "moves", "away", "calendarFile", "getAftercare", "chooseAftercare", "checkIn", "changeCheckin", "tend", "undoTended", "rained", "aftercareKnowledge", "todayKnowledge",
		"listPlaces", "listShelf", "addStock", "changeStock", "sessionNeeds",
		"listTimers", "startTimer", "changeTimer",

		"actKnowledge", "causeKnowledge", "listCautions", "cleaningKnowledge", "listDisputes", "divisionKnowledge", "listGroups",
		"lookKnowledge", "listLookalikes", "mediaKnowledge", "pestKnowledge", "raceKnowledge", "rehomeKnowledge",
		"rootKnowledge", "saidKnowledge", "solutionKnowledge", "unpotKnowledge", "wishKnowledge",

		"computeBlend", "computeCalibration", "computeCauses", "computeCleaningPlan", "computeDivision", "computeFeed",
		"computeFloodTest", "computeFlush", "computeGridCount", "computeLook", "computeMayI", "computeMeter", "computeMix",
		"computeOxygen", "computePestSchedule", "computePot", "computePotOrHold", "computeRace", "computeRoots", "computeSection",
		"computeSolution", "computeStack", "computeWeighFit",
	})

	// deviceWork is what devices do: their own work, a logger at its own place.
	deviceWork = map[string]string{"scale": "scaleReads", "logger": "logReading"}
)

// allowed refuses what someone may not do.
func allowed(who people.Visitor, did, id string) error {
	switch {
	case slices.Contains(anyones, did), who.Via != "device" && who.Role == people.Keeper:
		return nil
	case who.Via == "":
		return wire.NotKnown{}
	case who.Via == "device":
		own := who.Device.Does != "logger" || id == strconv.FormatInt(who.Device.PlaceID, 10)
		if deviceWork[who.Device.Does] == did && own {
			return nil
		}
	case slices.Contains(helpers, did):
		return nil
	}
	return wire.NotTheirs{}
}

// What the page sends of itself.
const (
	personHeader = "Therapeon-Person" // who is at this machine, percent-encoded
	tabHeader    = "Therapeon-Tab"    // names the tab
)

// whoAsks finds out who asks, for all that follows.
func whoAsks(of *clinic.Clinic) echo.MiddlewareFunc {
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c *echo.Context) error {
			r := c.Request()
			if !strings.HasPrefix(r.URL.Path, "/api/") {
				return next(c)
			}
			d := doorOf(c)
			v := &wire.Visit{Scheme: d.scheme(), Cookie: d.cookie(), Asks: d.Asks, From: d.from(r), Echo: c}
			if err := find(v, of); err != nil {
				return err
			}
			if err := speak(v, of); err != nil {
				return err
			}
			v.Act = ledger.Act{
				Person: v.Who.Name, Via: v.Who.Via, Tab: v.Tab(r.Header.Get(tabHeader)),
				Helper: v.Who.Role == people.Helper, At: of.Records.Stamp(),
			}
			if v.Who.Via == "" {
				r.Body = http.MaxBytesReader(c.Response(), r.Body, mostOfStranger)
			} else if name := wire.Named(r.Header.Get(wire.OnceHeader)); name != "" {
				if err := once(v, r, name); err != nil {
					return err
				}
			}
			c.SetRequest(v.Into(r))
			return next(c)
		}
	}
}

// languageCookie has what someone chose at their screen.
const languageCookie = "language"

// speak finds the language of the answer.
func speak(v *wire.Visit, of *clinic.Clinic) (err error) {
	v.Language, err = chosen(v.Echo.Request(), of)
	if err == nil {
		v.Echo.Response().Header().Set("Content-Language", v.Language.Tag())
	}
	return err
}

// chosen is the language that someone chose at their screen, else that of the house, else what the browser asks
// for. With one language there is nothing to find.
func chosen(r *http.Request, of *clinic.Clinic) (*language.Language, error) {
	tags, asked := words.Languages(), wire.LanguageOf(r)
	if len(tags) < 2 {
		return asked, nil
	}
	house, err := of.Settings.Settings(r.Context())
	if err != nil {
		return nil, err
	}
	tag := house.Language
	if given, err := r.Cookie(languageCookie); err == nil && slices.Contains(tags, given.Value) {
		tag = given.Value
	}
	if tag == "" {
		return asked, nil
	}
	return language.Of(tag), nil
}

// find finds out who asks: a device by its token, a person by their session, or whoever is at
// this machine, where the door does not ask.
func find(v *wire.Visit, of *clinic.Clinic) (err error) {
	r := v.Echo.Request()
	if given, ok := strings.CutPrefix(r.Header.Get("Authorization"), "Bearer "); ok {
		v.Who, err = of.People.EnterDevice(r.Context(), given)
		return err
	}
	if given, err := r.Cookie(v.Cookie); err == nil && given.Value != "" {
		if v.Who, err = of.People.Enter(r.Context(), given.Value); err != nil || v.Who.Via != "" {
			if !v.Who.Until.IsZero() {
				v.GiveCookie(people.Let{Token: given.Value, Until: v.Who.Until})
			}
			return err
		}
	}
	if !v.Asks {
		v.Who = people.Visitor{Via: "machine", Role: people.Keeper, Name: nameIn(r.Header.Get(personHeader))}
	}
	return nil
}

// mostOfStranger is how much is read of who is not known: a name and a passphrase, or a code.
const mostOfStranger = 8 << 10

// once gives what is sent its name, with a hash of all that it says.
func once(v *wire.Visit, r *http.Request, name string) error {
	body, err := io.ReadAll(r.Body)
	if err != nil {
		return wire.Readable(err)
	}
	r.Body = io.NopCloser(bytes.NewReader(body))
	hash := sha256.New()
	_, _ = fmt.Fprintf(hash, "%s\n", r.URL.RequestURI()) // it never fails
	_, _ = hash.Write(body)
	v.Act.Once = &ledger.Once{Name: name, Body: hex.EncodeToString(hash.Sum(nil))}
	return nil
}

// nameIn is a name as the page sends it; empty where it is none.
func nameIn(given string) string {
	name, err := url.PathUnescape(given)
	if err != nil || utf8.RuneCountInString(name) > 60 || !check.Name(name) {
		return ""
	}
	return strings.TrimSpace(name)
}
