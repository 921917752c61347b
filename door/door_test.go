package door

import (
	"context"
	"crypto/tls"
	"crypto/x509"
	"encoding/json"
	"io"
	"net"
	"net/http"
	"net/netip"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/api"
	"therapeon/clinic"
	"therapeon/clinic/people"
	"therapeon/clinic/scales"
	"therapeon/language/english"
	"therapeon/ledger"
	"therapeon/standin"
)

func newHouse(t *testing.T, keeper bool) *clinic.Clinic {
	t.Helper()
	l, err := ledger.Open(t.Context(), filepath.Join(t.TempDir(), "bench.sqlite"))
	require.NoError(t, err)
	t.Cleanup(func() { _ = l.Close() })
	h := clinic.New(l, time.Now)
	if keeper {
		_, err := h.People.AddPerson(t.Context(),
			people.AddPerson{Name: "Mira", Role: "keeper", Passphrase: "moss on a wet stone"})
		require.NoError(t, err)
	}
	return h
}

// serve opens the doors of a house and serves by them until the test ends.
func serve(t *testing.T, h *clinic.Clinic, w Ways) *Doors {
	t.Helper()
	d, err := Open(t.Context(), w, h)
	require.NoError(t, err)
	server, err := api.NewServer(h, fstest.MapFS{"index.html": {Data: []byte("the page")}}, d)
	require.NoError(t, err)
	ctx, stop := context.WithCancel(t.Context())
	done := make(chan error, 1)
	go func() { done <- d.Serve(ctx, server) }()
	t.Cleanup(func() {
		h.Company.Close()
		stop()
		assert.NoError(t, <-done)
	})
	require.Eventually(t, func() bool { // one that listens does not serve yet
		answer, err := http.Get("http://" + d.first.Addr().String())
		return err == nil && answer.Body.Close() == nil
	}, 5*time.Second, 10*time.Millisecond)
	return d
}

var trusting = &http.Client{Transport: &http.Transport{
	TLSClientConfig: &tls.Config{InsecureSkipVerify: true}, //nolint:gosec // what it shows is looked at
}}

// me is who one is by an address.
func me(t *testing.T, url string, host ...string) (int, map[string]any) {
	t.Helper()
	r, err := http.NewRequestWithContext(t.Context(), http.MethodGet, url+"/api/v1/me", nil)
	require.NoError(t, err)
	if len(host) > 0 {
		r.Host = host[0]
	}
	answer, err := trusting.Do(r)
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	body, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	var of map[string]any
	_ = json.Unmarshal(body, &of)
	return answer.StatusCode, of
}

func TestNothingIsOpenByDefaultAndTheSwitchOpensAndCloses(t *testing.T) {
	h := newHouse(t, false)
	d := serve(t, h, Ways{Listen: "127.0.0.1:0", OpenAt: "127.0.0.1:0", Folder: t.TempDir()})
	_, who := me(t, d.Address())
	assert.Equal(t, "machine", who["via"])
	assert.False(t, d.State().Open)
	_, err := d.Open(t.Context(), true)
	require.Contains(t, english.Error(err), "passphrase first")

	_, err = h.People.AddPerson(t.Context(), people.AddPerson{Name: "Mira", Role: "keeper", Passphrase: "moss on a wet stone"})
	require.NoError(t, err)
	s, err := d.Open(t.Context(), true)
	require.NoError(t, err)
	require.Len(t, s.Addresses, 1)
	assert.True(t, strings.HasPrefix(s.Addresses[0], "https://127.0.0.1:"), s.Addresses)
	_, who = me(t, s.Addresses[0])
	assert.NotContains(t, who, "via", "there everyone is asked")
	_, who = me(t, d.Address())
	assert.Equal(t, "machine", who["via"], "and at the machine nobody")
	was, err := h.Settings.WasOpen(t.Context())
	require.NoError(t, err)
	assert.True(t, was, "it is open again after a restart")

	_, err = d.Open(t.Context(), false)
	require.NoError(t, err)
	assert.Eventually(t, func() bool {
		_, err := trusting.Get(s.Addresses[0])
		return err != nil
	}, 3*time.Second, 50*time.Millisecond)
}

// After a copy was brought back into nothing, no door of others opens until it is said at the machine who
// may come in.
func TestNoDoorOfOthersOpensBeforeItIsConfirmed(t *testing.T) {
	h := newHouse(t, true)
	require.NoError(t, h.Records.Store(t.Context(), func(tx *ledger.Tx) error {
		return tx.House().PutNote(t.Context(), ledger.ToConfirm, "yes")
	}))
	_, err := Open(t.Context(), Ways{Listen: "127.0.0.1:0", Ask: true, Folder: t.TempDir()}, h)
	require.Contains(t, english.Error(err), "therapeon confirm")
	d := serve(t, h, Ways{Listen: "127.0.0.1:0", OpenAt: "127.0.0.1:0", Folder: t.TempDir()})
	assert.True(t, d.State().Confirm)
	_, err = d.Open(t.Context(), true)
	require.Contains(t, english.Error(err), "A copy was brought back")
	at := d.Address() + "/api/v1/people/confirmed"
	r, err := http.NewRequestWithContext(t.Context(), http.MethodPut, at, strings.NewReader("{}"))
	require.NoError(t, err)
	r.Header.Set("Content-Type", "application/json")
	answer, err := http.DefaultClient.Do(r)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	require.Equal(t, http.StatusOK, answer.StatusCode)
	s, err := d.Open(t.Context(), true)
	require.NoError(t, err)
	assert.True(t, s.Open)
}

func TestADoorAnswersToItsOwnNamesOnly(t *testing.T) {
	h := newHouse(t, true)
	d := serve(t, h, Ways{Listen: "127.0.0.1:0", OpenAt: "127.0.0.1:0", Folder: t.TempDir()})
	s, err := d.Open(t.Context(), true)
	require.NoError(t, err)
	at := strings.TrimPrefix(s.Addresses[0], "https://")
	for host, want := range map[string]int{
		at: 200, "127.0.0.1:1": 403, "127.0.0.1": 403, "localhost:" + strings.Split(at, ":")[1]: 403,
		"orchids.example": 403, "192.0.2.1:" + strings.Split(at, ":")[1]: 403,
	} {
		status, _ := me(t, s.Addresses[0], host)
		assert.Equal(t, want, status, host)
	}
}

func TestBeyondLoopbackAKeeperIsNeededAndAllIsEncrypted(t *testing.T) {
	for words, w := range map[string]Ways{
		"give a keeper a passphrase": {Listen: "0.0.0.0:0"},
		"nobody could come in":       {Listen: "127.0.0.1:0", Ask: true},
		"such as 127.0.0.1:8317":     {Listen: "here"},
		"go together":                {Listen: "127.0.0.1:0", Cert: "x"},
		"write it like https://":     {Listen: "127.0.0.1:0", At: []string{"orchids.example"}},
		"all are https":              {Listen: "127.0.0.1:0", At: []string{"https://a.example", "http://b.example"}},
	} {
		_, err := Open(t.Context(), w, newHouse(t, false))
		require.Contains(t, english.Error(err), words)
	}
	for _, plain := range []bool{false, true} {
		h := newHouse(t, true)
		d := serve(t, h, Ways{Listen: "0.0.0.0:0", Plain: plain, Folder: t.TempDir()})
		s := d.State()
		assert.True(t, s.Open && s.Fixed)
		assert.Equal(t, plain, s.Plain)
		assert.Equal(t, plain, s.Fingerprint == "")
		_, port, err := net.SplitHostPort(d.first.Addr().String())
		require.NoError(t, err)
		_, who := me(t, d.firstReach().scheme()+"://127.0.0.1:"+port)
		assert.NotContains(t, who, "via", "who sits at the machine is asked there as well")
		_, err = d.Open(t.Context(), false)
		require.Contains(t, english.Error(err), "when it was started")
	}
}

func TestBehindAProxyOnlyItsNamesAreAnsweredAndAllAreAsked(t *testing.T) {
	h := newHouse(t, true)
	d := serve(t, h, Ways{Listen: "127.0.0.1:0", At: []string{"https://orchids.example"}})
	at := "http://" + d.first.Addr().String()
	status, who := me(t, at, "orchids.example")
	assert.Equal(t, 200, status)
	assert.NotContains(t, who, "via")
	status, _ = me(t, at)
	assert.Equal(t, 403, status, "a proxy that says another name than it was called by would let all in as this machine")
	assert.Equal(t, "https://orchids.example", d.Address())
}

func ips(of ...string) (list []netip.Addr) {
	for _, ip := range of {
		list = append(list, netip.MustParseAddr(ip))
	}
	return list
}

func TestItsCertificateIsForTheAddressesItHas(t *testing.T) {
	folder := t.TempDir()
	c := &certificate{folder: folder}
	first, err := c.current(ips("192.168.1.5"))
	require.NoError(t, err)
	print1 := c.fingerprint()
	assert.Len(t, strings.Split(print1, ":"), 32)
	kept, err := os.Stat(filepath.Join(folder, ownFile))
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), kept.Mode().Perm(), "its key is for this user alone")

	// A phone that was told to trust it finds it sound.
	roots := x509.NewCertPool()
	roots.AddCert(first.Leaf)
	_, err = first.Leaf.Verify(x509.VerifyOptions{DNSName: "192.168.1.5", Roots: roots})
	require.NoError(t, err)
	_, err = first.Leaf.Verify(x509.VerifyOptions{DNSName: "192.168.1.6", Roots: roots})
	require.Error(t, err)
	assert.LessOrEqual(t, first.Leaf.NotAfter.Sub(first.Leaf.NotBefore), 398*24*time.Hour, "CA/Browser Forum, 6.3.2, from memory")

	again := &certificate{folder: folder}
	_, err = again.current(ips("192.168.1.5"))
	require.NoError(t, err)
	assert.Equal(t, print1, again.fingerprint(), "a restart changes nothing that was compared")
	second, err := again.current(ips("10.0.0.7"))
	require.NoError(t, err)
	assert.NotEqual(t, print1, again.fingerprint())
	assert.Equal(t, first.PrivateKey, second.PrivateKey)
	require.NoError(t, second.Leaf.VerifyHostname("192.168.1.5"), "where it was before is in it still")

	late := first.Leaf.NotAfter.Add(-ownBefore).Add(time.Minute)
	assert.False(t, covers(first.Leaf, ips("192.168.1.5"), late), "it is made anew in time")
	require.NoError(t, os.WriteFile(filepath.Join(folder, ownFile), []byte("x"), 0o600))
	_, err = (&certificate{folder: folder}).current(ips("10.0.0.7"))
	require.Contains(t, english.Error(err), "take it away")
}

func TestOnesOwnCertificateIsShownUnderItsNames(t *testing.T) {
	folder := t.TempDir()
	made, err := (&certificate{folder: folder}).current(ips("127.0.0.1"))
	require.NoError(t, err)
	file := filepath.Join(folder, ownFile)
	h := newHouse(t, true)
	d := serve(t, h, Ways{Listen: "127.0.0.1:0", OpenAt: "127.0.0.1:0", Cert: file, Key: file, Folder: t.TempDir()})
	s, err := d.Open(t.Context(), true)
	require.NoError(t, err)
	_, port, _ := strings.Cut(strings.TrimPrefix(s.Addresses[0], "https://"), ":")
	status, _ := me(t, s.Addresses[0], "localhost:"+port)
	assert.Equal(t, 200, status, "a name in the certificate")
	status, _ = me(t, s.Addresses[0], "orchids.example:"+port)
	assert.Equal(t, 403, status)
	unheld := &tls.Config{InsecureSkipVerify: true} //nolint:gosec // it is compared
	c, err := tls.Dial("tcp", strings.TrimPrefix(s.Addresses[0], "https://"), unheld)
	require.NoError(t, err)
	assert.Equal(t, made.Certificate[0], c.ConnectionState().PeerCertificates[0].Raw)
	require.NoError(t, c.Close())
}

// A scale over the network knows the program by the fingerprint that its settings show, and comes in by
// its token.
func TestADeviceComesInByItsTokenAndKnowsTheCertificate(t *testing.T) {
	h := newHouse(t, true)
	d := serve(t, h, Ways{Listen: "127.0.0.1:0", OpenAt: "127.0.0.1:0", Folder: t.TempDir()})
	s, err := d.Open(t.Context(), true)
	require.NoError(t, err)
	scale, err := h.People.AddDevice(t.Context(), people.AddDevice{Name: "Kitchen", Does: "scale"})
	require.NoError(t, err)
	send := func(token, fingerprint string) error {
		to := &standin.Program{URL: s.Addresses[0], Token: token, Fingerprint: fingerprint}
		var told scales.Told
		return to.Post(t.Context(), "/api/v1/scales/readings", scales.ScaleReading{Scale: "Kitchen", Grams: 212}, &told)
	}
	require.NoError(t, send(scale.Token, s.Fingerprint))
	assert.Len(t, h.Scales.Scales(), 1)
	require.ErrorContains(t, send(scale.Token, strings.Repeat("00:", 31)+"00"), "another certificate")
	require.ErrorContains(t, send(scale.Token, ""), "certificate")
	require.ErrorContains(t, send("made-up", s.Fingerprint), "401")
	require.ErrorContains(t, send("", s.Fingerprint), "401")
}
