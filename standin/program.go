package standin

import (
	"bytes"
	"context"
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"strings"
	"time"
)

// Program is a running Therapeon, by its address. Over the network it wants a token; where it made
// its own certificate, that is known by its fingerprint, as the settings show it.
type Program struct {
	URL         string
	Token       string
	Fingerprint string

	client *http.Client
}

// ready makes the client that knows the certificate.
func (p *Program) ready() *http.Client {
	switch {
	case p.client != nil:
	case p.Fingerprint == "":
		p.client = http.DefaultClient
	default:
		p.client = &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{
			MinVersion:            tls.VersionTLS12,
			InsecureSkipVerify:    true, //nolint:gosec // it is held to the fingerprint instead
			VerifyPeerCertificate: p.known,
		}}}
	}
	return p.client
}

// known holds a certificate to the fingerprint.
func (p *Program) known(shown [][]byte, _ [][]*x509.Certificate) error {
	if len(shown) > 0 {
		sum := sha256.Sum256(shown[0])
		if strings.EqualFold(strings.ReplaceAll(p.Fingerprint, ":", ""), hex.EncodeToString(sum[:])) {
			return nil
		}
	}
	return errors.New("it shows another certificate than the one named")
}

// Post sends JSON and reads the answer.
func (p *Program) Post(ctx context.Context, path string, in, out any) error {
	body, err := json.Marshal(in)
	if err != nil {
		return err
	}
	ctx, cancel := context.WithTimeout(ctx, 5*time.Second)
	defer cancel()
	r, err := http.NewRequestWithContext(ctx, http.MethodPost, strings.TrimSuffix(p.URL, "/")+path,
		bytes.NewReader(body))
	if err != nil {
		return err
	}
	r.Header.Set("Content-Type", "application/json")
	if p.Token != "" {
		r.Header.Set("Authorization", "Bearer "+p.Token)
	}
	answer, err := p.ready().Do(r)
	if err != nil {
		return fmt.Errorf("is Therapeon running at %s? %w", p.URL, err)
	}
	defer func() { _ = answer.Body.Close() }()
	text, err := io.ReadAll(io.LimitReader(answer.Body, 1<<20))
	if err != nil {
		return err
	}
	if answer.StatusCode >= 300 {
		return fmt.Errorf("%s answers %d: %s", path, answer.StatusCode, text)
	}
	return json.Unmarshal(text, out)
}
