package door

import (
	"crypto/tls"
	"database/sql"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/clinic/people"
)

const passphrase = "moss on a wet stone"

// house is a house that is open to others, with a keeper and a helper in it, asked at both its doors.
type house struct {
	*testing.T
	clinic          *clinic.Clinic
	machine, others string // addresses
	keeper, helper  string // cookies, at the door of others
}

func openHouse(t *testing.T) house {
	t.Helper()
	h := newHouse(t, false)
	h.People.Cheaply()
	for _, p := range []people.AddPerson{
		{Name: "Mira", Role: "keeper", Passphrase: passphrase}, {Name: "Jon", Role: "helper"},
	} {
		_, err := h.People.AddPerson(t.Context(), p)
		require.NoError(t, err)
	}
	d := serve(t, h, Ways{Listen: "127.0.0.1:0", OpenAt: "127.0.0.1:0", Folder: t.TempDir()})
	s, err := d.Open(t.Context(), true)
	require.NoError(t, err)
	x := house{T: t, clinic: h, machine: d.Address(), others: s.Addresses[0]}
	x.keeper, x.helper = x.in("Mira", passphrase), x.joins("Jon", 2)
	return x
}

// answer is what came of a request.
type answer struct {
	status int
	body   string
	http.Header
}

// ask sends a request to the door of others, or to a whole address; of body and headers, the rest.
func (x house) ask(method, path, body string, headers ...string) answer {
	x.Helper()
	if !strings.HasPrefix(path, "http") {
		path = x.others + path
	}
	r, err := http.NewRequestWithContext(x.Context(), method, path, strings.NewReader(body))
	require.NoError(x, err)
	if body != "" {
		r.Header.Set("Content-Type", "application/json")
	}
	for i := 0; i+1 < len(headers); i += 2 {
		r.Header.Set(headers[i], headers[i+1])
		if headers[i] == "Host" {
			r.Host = headers[i+1]
		}
	}
	got, err := trusting.Do(r)
	require.NoError(x, err)
	defer func() { _ = got.Body.Close() }()
	words, err := io.ReadAll(got.Body)
	require.NoError(x, err)
	return answer{got.StatusCode, string(words), got.Header}
}

func signing(name, words string) string {
	doc, _ := json.Marshal(map[string]string{"name": name, "passphrase": words})
	return string(doc)
}

// in signs someone in, and is the cookie.
func (x house) in(name, words string) string {
	x.Helper()
	a := x.ask("POST", "/api/v1/sessions", signing(name, words))
	require.Equal(x, http.StatusCreated, a.status, a.body)
	cookie, _, _ := strings.Cut(a.Get("Set-Cookie"), ";")
	return cookie
}

// refuses holds a request to be refused in words.
func (x house) refuses(method, path, body string, headers ...string) answer {
	x.Helper()
	a := x.ask(method, path, body, headers...)
	refused := []int{http.StatusBadRequest, http.StatusUnprocessableEntity}
	assert.Contains(x, refused, a.status, "%s %s %s", method, path, body)
	assert.Contains(x, a.body, `"words":`)
	return a
}

// joins lets a helper in by a code, and is the cookie.
func (x house) joins(name string, id int64) string {
	x.Helper()
	code, err := x.clinic.People.GiveCode(x.Context(), people.GiveCode{PersonID: id})
	require.NoError(x, err)
	a := x.ask("POST", "/api/v1/sessions/joined", `{"code":"`+code.Code+`"}`)
	require.Equal(x, http.StatusCreated, a.status, "%s: %s", name, a.body)
	cookie, _, _ := strings.Cut(a.Get("Set-Cookie"), ";")
	return cookie
}

func (x house) answers(want int, method, path, body string, headers ...string) answer {
	x.Helper()
	a := x.ask(method, path, body, headers...)
	assert.Equal(x, want, a.status, "%s %s %s: %s", method, path, body, a.body)
	return a
}

func (x house) as(cookie string) []string { return []string{"Cookie", cookie} }

// sessionOf is the number of somebody's session.
func (x house) sessionOf(name string) string {
	x.Helper()
	list, err := x.clinic.People.Sessions(x.Context(), people.Visitor{Role: "keeper"})
	require.NoError(x, err)
	i := slices.IndexFunc(list, func(s people.Session) bool { return s.Person == name })
	require.GreaterOrEqual(x, i, 0)
	return list[i].ID
}

// adds adds a keeper.
func (x house) adds(want int, name, words string) answer {
	x.Helper()
	doc, _ := json.Marshal(map[string]string{"name": name, "role": "keeper", "passphrase": words})
	return x.answers(want, "POST", "/api/v1/people", string(doc), x.as(x.keeper)...)
}

// claims has a line for each of docs/security.md, by its numbers; one that claims nothing says why.
var claims = map[string]func(x house){
	"1.1, 14.1": func(x house) {
		lock, err := os.ReadFile("../web/package-lock.json")
		require.NoError(x, err)
		assert.Greater(x, strings.Count(string(lock), `"integrity": "sha512-`), 200)
		sums, err := os.ReadFile("../go.sum")
		require.NoError(x, err)
		assert.Contains(x, string(sums), "github.com/labstack/echo")
	},
	"2.1.1–2.1.3": func(x house) {
		long := strings.Repeat("moss and bark ", 10)[:128]
		x.adds(422, "A", "moss on a s")
		x.adds(201, "B", "moss on a st")
		x.adds(201, "C", long)
		x.adds(422, "D", long+"x")
		x.answers(401, "POST", "/api/v1/sessions", signing("C", long[:127]))
		x.in("C", long)
	},
	"2.1.4, 2.1.9": func(x house) {
		x.adds(201, "E", "m\u00f6ss 🌱 ñ wet") // composed, and as another keyboard writes it
		x.in("E", "mo\u0308ss 🌱 n\u0303 wet")
	},
	"2.1.5, 2.1.6": func(x house) {
		other := x.in("Mira", passphrase)
		const path = "/api/v1/people/1/passphrase"
		wrong := x.ask("PUT", path, `{"old":"a pot of dry bark","new":"a pot of wet bark"}`, x.as(x.keeper)...)
		assert.GreaterOrEqual(x, wrong.status, 400)
		x.answers(200, "PUT", path, `{"old":"`+passphrase+`","new":"a pot of wet bark"}`, x.as(x.keeper)...)
		x.answers(401, "GET", "/api/v1/plants", "", x.as(other)...)
	},
	"2.1.7": func(x house) {
		for _, words := range []string{"passwordpassword", "aaaaaaaaaaaabb", "FernandaFernanda", "123456789012"} {
			x.adds(422, "Fernanda", words)
		}
	},
	"2.1.11, 2.1.12": func(x house) {
		page, err := os.ReadFile("../web/src/features/people/SignIn.tsx")
		require.NoError(x, err)
		assert.Contains(x, string(page), "Input.Password")
		assert.Regexp(x, `autoComplete=\S.*(current|new)-password`, string(page))
		assert.NotContains(x, string(page), "onPaste")
	},
	"2.2.1": func(x house) {
		for range 3 {
			x.answers(401, "POST", "/api/v1/sessions", signing("Nobody", "moss on a dry stone"))
		}
		a := x.answers(429, "POST", "/api/v1/sessions", signing("Nobody", "moss on a dry stone"))
		assert.NotEmpty(x, a.Get("Retry-After"))
		log := x.answers(200, "GET", "/api/v1/log", "", x.as(x.keeper)...)
		assert.GreaterOrEqual(x, strings.Count(log.body, "wrong-passphrase"), 3, log.body)
	},
	"2.2.2, 2.2.3": func(x house) {
		x.answers(200, "PUT", "/api/v1/people/2", `{"name":"Jonas","role":"helper"}`, x.as(x.keeper)...)
		assert.Contains(x, x.answers(200, "GET", "/api/v1/log", "", x.as(x.keeper)...).body, "Jonas")
		x.answers(403, "GET", "/api/v1/log", "", x.as(x.helper)...)
	},
	"2.3.1": func(x house) {
		given := x.answers(201, "POST", "/api/v1/codes", `{"person_id":2}`, x.as(x.keeper)...)
		var code people.Code
		require.NoError(x, json.Unmarshal([]byte(given.body), &code))
		assert.Regexp(x, `^[2-9A-Za-z]{6}$`, code.Code)
		file, err := os.ReadFile(x.clinic.Records.DataFile())
		require.NoError(x, err)
		assert.NotContains(x, string(file), code.Code)
		x.answers(201, "POST", "/api/v1/sessions/joined", `{"code":"`+code.Code+`"}`)
		x.answers(401, "POST", "/api/v1/sessions/joined", `{"code":"`+code.Code+`"}`)
	},
	"2.4.1–2.4.4": func(x house) {
		h := newHouse(x.T, true) // at its full cost
		began := time.Now()
		mira := people.SignIn{Name: "Mira", Passphrase: passphrase}
		_, err := h.People.SignIn(x.Context(), people.Asker{From: "192.0.2.1"}, mira)
		require.NoError(x, err)
		assert.Greater(x, time.Since(began), 50*time.Millisecond)
	},
	"2.5.1–2.5.4": func(x house) {
		for _, name := range []string{"admin", "root", "therapeon"} {
			x.answers(401, "POST", "/api/v1/sessions", signing(name, "therapeon"))
		}
		contract := x.answers(200, "GET", "/api/openapi.json", "", x.as(x.keeper)...)
		assert.NotRegexp(x, `(?i)"operationId":"[^"]*(hint|forgot|secretquestion)`, contract.body)
	},
	"3.1.1": func(x house) {
		_, token, _ := strings.Cut(x.keeper, "=")
		for _, name := range []string{"therapeon", "__Host-therapeon", "token", "session"} {
			x.answers(401, "GET", "/api/v1/plants?"+name+"="+token, "")
		}
	},
	"3.2.1": func(x house) {
		a := x.ask("POST", "/api/v1/sessions", signing("Mira", passphrase), "Cookie", "__Host-therapeon=chosen-by-someone")
		assert.NotContains(x, a.Get("Set-Cookie"), "chosen-by-someone")
		x.answers(401, "GET", "/api/v1/plants", "", "Cookie", "__Host-therapeon=chosen-by-someone")
	},
	"3.2.2, 3.2.3": func(x house) {
		_, token, _ := strings.Cut(x.keeper, "=")
		assert.GreaterOrEqual(x, len(token), 43, "256 bits in base64")
		assert.NotEqual(x, x.keeper, x.in("Mira", passphrase))
	},
	"3.3.1, 3.3.2": func(x house) {
		a := x.ask("POST", "/api/v1/sessions", signing("Mira", passphrase))
		until, err := http.ParseTime(regexp.MustCompile(`Expires=([^;]+)`).FindStringSubmatch(a.Get("Set-Cookie"))[1])
		require.NoError(x, err)
		assert.WithinDuration(x, time.Now().AddDate(0, 0, 30), until, time.Hour)
		x.answers(200, "PUT", "/api/v1/sessions/"+x.sessionOf("Jon")+"/ended", "{}", x.as(x.helper)...)
		x.answers(401, "GET", "/api/v1/plants", "", x.as(x.helper)...)
	},
	"3.3.3, 3.3.4": func(x house) {
		assert.Contains(x, x.answers(200, "GET", "/api/v1/sessions", "", x.as(x.keeper)...).body, "Jon")
		x.answers(200, "PUT", "/api/v1/sessions/"+x.sessionOf("Jon")+"/ended", "{}", x.as(x.keeper)...)
		x.answers(401, "GET", "/api/v1/plants", "", x.as(x.helper)...)
	},
	"3.4.1–3.4.5": func(x house) {
		cookie := x.ask("POST", "/api/v1/sessions", signing("Mira", passphrase)).Get("Set-Cookie")
		for _, part := range []string{"__Host-therapeon=", "; Secure", "; HttpOnly", "; SameSite=Strict", "; Path=/"} {
			assert.Contains(x, cookie, part)
		}
		assert.NotContains(x, cookie, "Domain")
	},
	"3.7.1": func(x house) {
		a := x.ask("PUT", "/api/v1/people/1/passphrase", `{"new":"moss on a dry stone"}`, x.as(x.keeper)...)
		assert.GreaterOrEqual(x, a.status, 400, a.body)
		x.in("Mira", passphrase)
	},
	"4.1.1, 4.1.3": func(x house) {
		for path, body := range map[string]string{
			"/api/v1/backups": "{}", "/api/v1/people": `{"name":"X","role":"keeper"}`, "/api/v1/devices": `{"name":"X","does":"scale"}`,
		} {
			x.answers(403, "POST", path, body, x.as(x.helper)...)
			x.answers(401, "POST", path, body)
		}
	},
	"4.1.2, 4.2.1": func(x house) {
		x.answers(201, "POST", "/api/v1/plants", `{"tag":"By Jon","group":"cattleya"}`, "Cookie", x.helper, "Therapeon-Person", "Mira")
		log := x.answers(200, "GET", "/api/v1/log?plant=1", "", x.as(x.keeper)...)
		assert.Contains(x, log.body, `"person":"Jon"`)
		assert.GreaterOrEqual(x, x.ask("PUT", "/api/v1/sessions/"+x.sessionOf("Mira")+"/ended", "{}", x.as(x.helper)...).status, 400)
		x.answers(200, "GET", "/api/v1/plants", "", x.as(x.keeper)...)
	},
	"4.1.5": func(x house) {
		x.answers(403, "GET", "/api/v1/plants", "", "Host", "orchids.example", "Cookie", x.keeper)
		x.answers(401, "GET", "/api/v1/plants", "")
	},
	"4.2.2": func(x house) {
		for _, from := range [][]string{
			{"Origin", "https://orchids.example"}, {"Sec-Fetch-Site", "cross-site"}, {"Origin", "null"},
		} {
			x.answers(403, "POST", "/api/v1/plants", `{"tag":"x","group":"cattleya"}`, append(from, "Cookie", x.keeper)...)
		}
		x.answers(403, "GET", "/api/v1/plants", "", "Sec-Fetch-Site", "cross-site", "Cookie", x.keeper)
		x.answers(415, "POST", "/api/v1/plants", `{"tag":"x","group":"cattleya"}`, "Content-Type", "text/plain", "Cookie", x.keeper)
		x.answers(200, "GET", "/", "", "Sec-Fetch-Site", "cross-site", "Sec-Fetch-Mode", "navigate", "Sec-Fetch-Dest", "document")
	},
	"4.3.1, 4.3.2": func(x house) {
		assert.Equal(x, "the page", x.answers(200, "GET", "/admin", "").body, "there is no other page")
		assert.NotContains(x, x.ask("GET", "/assets/", "").body, "<a href")
	},
	"5.1, 5.2": func(x house) {
		x.refuses("POST", "/api/v1/plants", `{"tag":"x","group":"cattleya","made_up":1}`, x.as(x.keeper)...)
		x.refuses("POST", "/api/v1/plants", `{"tag":"x","group":"cattleya","blades":[{"length_mm":90,"width_mm":20,"made_up":1}]}`,
			x.as(x.keeper)...)
		x.refuses("POST", "/api/v1/plants", `{"tag":"x","group":"cattleya","leaf_count":1e9}`, x.as(x.keeper)...)
	},
	"5.1.4": func(x house) {
		for _, tag := range []string{"a\u202eb", "a\u200bb", "a\rb", "a\x01b"} {
			doc, _ := json.Marshal(map[string]string{"tag": tag, "group": "cattleya"})
			x.refuses("POST", "/api/v1/plants", string(doc), x.as(x.keeper)...)
		}
		assert.GreaterOrEqual(x, x.ask("POST", "/api/v1/people", `{"name":"ＭＩＲＡ","role":"helper"}`, x.as(x.keeper)...).status, 400)
	},
	"5.3": func(x house) {
		const typed = `<script>alert(1)</script>'; DROP TABLE plants; --`
		doc, _ := json.Marshal(map[string]string{"tag": typed, "group": "cattleya"})
		x.answers(201, "POST", "/api/v1/plants", string(doc), x.as(x.keeper)...)
		a := x.answers(200, "GET", "/api/v1/plants", "", x.as(x.keeper)...)
		assert.Contains(x, a.Get("Content-Type"), "application/json")
		assert.Equal(x, "nosniff", a.Get("X-Content-Type-Options"))
		assert.NotContains(x, a.body, "<script>", "in JSON too it is escaped")
	},
	"5.5": func(x house) {
		x.refuses("POST", "/api/v1/plants", `{"@type":"File","tag":"x","group":"cattleya"}`, x.as(x.keeper)...)
		x.answers(400, "POST", "/api/v1/plants", `<plant><tag>x</tag></plant>`, x.as(x.keeper)...)
	},
	"6.2, 6.3": func(x house) {
		at := strings.TrimPrefix(x.others, "https://")
		loose := &tls.Config{InsecureSkipVerify: true} //nolint:gosec // what it shows is looked at
		old := loose.Clone()
		old.MinVersion, old.MaxVersion = tls.VersionTLS10, tls.VersionTLS11
		_, err := tls.Dial("tcp", at, old)
		require.Error(x, err)
		c, err := tls.Dial("tcp", at, loose)
		require.NoError(x, err)
		assert.Equal(x, "ECDSA", c.ConnectionState().PeerCertificates[0].PublicKeyAlgorithm.String())
		require.NoError(x, c.Close())
	},
	"7.1": func(x house) {
		_, token, _ := strings.Cut(x.keeper, "=")
		said := x.answers(200, "GET", "/api/v1/log", "", x.as(x.keeper)...).body
		assert.NotContains(x, said, token)
		assert.NotContains(x, said, passphrase)
	},
	"7.2, 7.3": func(x house) {
		x.answers(201, "POST", "/api/v1/backups", "{}", x.as(x.keeper)...)
		assert.Contains(x, x.answers(200, "GET", "/api/v1/log", "", x.as(x.keeper)...).body, "copy")
		file, err := sql.Open("sqlite", "file:"+x.clinic.Records.DataFile()+"?_pragma=busy_timeout(5000)")
		require.NoError(x, err)
		defer func() { _ = file.Close() }()
		for _, change := range []string{"DELETE FROM log", "UPDATE log SET person = 'Jon'", "INSERT OR REPLACE INTO log SELECT * FROM log"} {
			_, err = file.ExecContext(x.Context(), change)
			require.ErrorContains(x, err, "only added to", change)
		}
	},
	"7.4": func(x house) {
		for _, a := range []answer{
			x.ask("POST", "/api/v1/plants", `{"tag":`, x.as(x.keeper)...), x.ask("GET", "/api/v1/plants/99", "", x.as(x.keeper)...),
			x.ask("GET", "/api/v1/plants/x", "", x.as(x.keeper)...),
		} {
			assert.Contains(x, a.Get("Content-Type"), "application/problem+json")
			assert.NotRegexp(x, `(?i)sql|\.go:|goroutine|panic|/api/`, a.body)
		}
	},
	"8.2": func(x house) {
		assert.Contains(x, x.answers(200, "GET", "/api/v1/plants", "", x.as(x.keeper)...).Get("Cache-Control"), "no-store")
	},
	"8.3.1": func(x house) {
		a := x.answers(200, "PUT", "/api/v1/calendar", `{"shared":true,"by":"plant"}`, x.as(x.keeper)...)
		secret := regexp.MustCompile(`"secret":"([\w-]+)"`).FindStringSubmatch(a.body)
		require.Len(x, secret, 2, a.body)
		assert.GreaterOrEqual(x, len(secret[1]), 22, "128 bits in base64")
		x.answers(200, "GET", "/api/v1/calendars/"+secret[1], "")
		x.answers(404, "GET", "/api/v1/calendars/"+strings.Repeat("A", len(secret[1])), "")
		x.answers(200, "PUT", "/api/v1/calendar", `{"shared":true,"renew":true,"by":"plant"}`, x.as(x.keeper)...)
		x.answers(404, "GET", "/api/v1/calendars/"+secret[1], "")
	},
	"9.1": func(x house) {
		plain := strings.Replace(x.others, "https://", "http://", 1)
		r, err := http.Get(plain + "/api/v1/me")
		if err == nil {
			assert.NotEqual(x, 200, r.StatusCode)
			require.NoError(x, r.Body.Close())
		}
	},
	"10.3": func(x house) {
		policy := x.answers(200, "GET", "/", "").Get("Content-Security-Policy")
		assert.Contains(x, policy, "default-src 'none'")
		assert.NotRegexp(x, `https?:|\*`, strings.ReplaceAll(policy, x.others, ""))
	},
	"12.1, 12.3": func(x house) {
		x.answers(201, "POST", "/api/v1/places", `{"name":"Case"}`, x.as(x.keeper)...)
		x.answers(413, "POST", "/api/v1/places/1/log", strings.Repeat("x", 5<<20), "Content-Type", "text/csv", "Cookie", x.keeper)
		copied := x.answers(201, "POST", "/api/v1/backups", `{}`, x.as(x.keeper)...)
		assert.Regexp(x, `/backups/bench-\d{8}-\d{6}[^/"]*\.sqlite"`, copied.body)
	},
	"12.1, 11.1": func(x house) {
		x.answers(413, "POST", "/api/v1/sessions", signing("Mira", strings.Repeat("x", 9000)))
		many := "{"
		for i := range 400 {
			many += fmt.Sprintf(`"f%d":1,`, i)
		}
		a := x.refuses("POST", "/api/v1/plants", many+`"tag":"x"}`, x.as(x.keeper)...)
		assert.LessOrEqual(x, strings.Count(a.body, `"field"`), 51)
	},
	"13.1, 13.2": func(x house) {
		assert.Contains(x, []int{404, 405}, x.ask("DELETE", "/api/v1/plants/1", "", x.as(x.keeper)...).status)
		x.answers(415, "PUT", "/api/v1/settings", "version=1", "Content-Type", "application/x-www-form-urlencoded", "Cookie", x.keeper)
	},
	"14.3": func(x house) {
		for _, path := range []string{"/debug/pprof/", "/metrics", "/"} {
			a := x.ask("GET", path, "")
			assert.Empty(x, a.Get("Server")+a.Get("X-Powered-By"))
			assert.NotContains(x, a.body, "goroutine")
		}
	},
	"14.4": func(x house) {
		a := x.answers(200, "GET", "/", "")
		assert.Regexp(x, `style-src [^;]*'nonce-`, a.Get("Content-Security-Policy"))
		assert.Contains(x, a.Get("Content-Security-Policy"), "frame-ancestors 'none'")
		assert.Equal(x, "nosniff", a.Get("X-Content-Type-Options"))
		assert.NotEmpty(x, a.Get("Referrer-Policy"))
		assert.NotEqual(x, a.Get("Content-Security-Policy"), x.ask("GET", "/", "").Get("Content-Security-Policy"), "a nonce once")
	},
	"14.4.5": func(x house) { assert.Empty(x, x.ask("GET", "/", "").Get("Strict-Transport-Security")) },
	"14.5": func(x house) {
		x.answers(403, "GET", "/api/v1/me", "", "Host", "127.0.0.1:1")
		x.answers(403, "GET", x.machine+"/api/v1/me", "", "Host", "orchids.example")
	},

	"2.1.8":                              nil, // not met
	"2.7, 2.8":                           nil, // none
	"14.2":                               nil, // wants a network
	"2.6, 2.9, 2.10, 5.4, 11, 12.4–12.6": nil, // not here
}

// alone are those that leave a house otherwise than they found it.
var alone = []string{
	"2.1.5, 2.1.6", "2.2.1", "2.2.2, 2.2.3", "2.5.1–2.5.4", "3.3.1, 3.3.2", "3.3.3, 3.3.4", "4.1.2, 4.2.1",
}

// Each claim of docs/security.md has its line here, which asks; each line its claim; and what is said to
// check one is there.
func TestWhatIsClaimedOfSecurityHolds(t *testing.T) {
	doc, err := os.ReadFile("../docs/security.md")
	require.NoError(t, err)
	out, err := exec.Command("grep", "-rhoE", `^func (Test|Fuzz|Benchmark)\w+`, "..", "--include=*_test.go").Output()
	require.NoError(t, err)
	tests := string(out)
	shared, left := openHouse(t), map[string]bool{}
	for numbers := range claims {
		left[numbers] = true
	}
	for _, row := range regexp.MustCompile(`(?m)^\| (\d[^|]*?) \|([^|]*)\|([^|]*)\|([^|]*)\|$`).FindAllStringSubmatch(string(doc), -1) {
		check, is := claims[row[1]]
		if !assert.True(t, is, "no line for %s", row[1]) {
			continue
		}
		delete(left, row[1])
		for _, name := range regexp.MustCompile("`((?:Test|Fuzz|Benchmark)\\w+)").FindAllStringSubmatch(row[4], -1) {
			assert.Contains(t, tests, "func "+name[1], row[1])
		}
		if check == nil {
			assert.Regexp(t, `not met|none|not in the tests|not here`, row[3], row[1])
			continue
		}
		t.Run(row[1], func(t *testing.T) {
			x := shared
			if x.T = t; slices.Contains(alone, row[1]) {
				x = openHouse(t)
			}
			check(x)
		})
	}
	assert.Empty(t, left, "lines without a claim")
}
