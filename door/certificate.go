package door

import (
	"bytes"
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"errors"
	"fmt"
	"math/big"
	"net"
	"net/netip"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"time"
)

// certificate is the one the program shows: one's own, or one that it makes for the addresses it
// has, and makes anew with the same key when it comes to have others.
type certificate struct {
	folder    string
	cert, key string // files of one's own; empty: it makes one

	mu   sync.Mutex
	pair *tls.Certificate
}

const (
	ownFile   = "therapeon.tls.pem" // certificate and key, for this user alone
	ownFor    = 397 * 24 * time.Hour
	ownBefore = 30 * 24 * time.Hour // it is made anew so long before it ends
	mostOwn   = 16                  // addresses in it, those of former networks among them
)

// config is how a listener shows it.
func (c *certificate) config(ips func() []netip.Addr) (*tls.Config, error) {
	if c.cert != "" {
		pair, err := tls.LoadX509KeyPair(c.cert, c.key)
		if err != nil {
			return nil, fmt.Errorf("--tls-cert, --tls-key: %w", err)
		}
		c.keep(&pair)
		return &tls.Config{Certificates: []tls.Certificate{pair}, MinVersion: tls.VersionTLS12}, nil
	}
	if _, err := c.current(ips()); err != nil {
		return nil, err
	}
	current := func(*tls.ClientHelloInfo) (*tls.Certificate, error) { return c.current(ips()) }
	return &tls.Config{MinVersion: tls.VersionTLS12, GetCertificate: current}, nil
}

func (c *certificate) keep(pair *tls.Certificate) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.pair = pair
}

// names holds for the names in the certificate, at a port.
func (c *certificate) names(host string, port uint16) bool {
	name, at := split(host, true)
	c.mu.Lock()
	defer c.mu.Unlock()
	own := c.cert != "" && c.pair != nil && at == port
	return own && net.ParseIP(name) == nil && c.pair.Leaf.VerifyHostname(name) == nil
}

// fingerprint is its SHA-256, as browsers show it.
func (c *certificate) fingerprint() string {
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.pair == nil {
		return ""
	}
	sum := sha256.Sum256(c.pair.Certificate[0])
	pairs := make([]string, len(sum))
	for i, b := range sum {
		pairs[i] = fmt.Sprintf("%02X", b)
	}
	return strings.Join(pairs, ":")
}

// current is its own certificate for the addresses there are now.
func (c *certificate) current(ips []netip.Addr) (*tls.Certificate, error) {
	c.mu.Lock()
	defer c.mu.Unlock()
	now := time.Now()
	if c.pair == nil {
		pair, err := c.read()
		if err != nil && !errors.Is(err, os.ErrNotExist) {
			return nil, err
		}
		c.pair = pair
	}
	if c.pair != nil && covers(c.pair.Leaf, ips, now) {
		return c.pair, nil
	}
	pair, err := issue(c.pair, ips, now)
	if err != nil {
		return nil, fmt.Errorf("make a certificate: %w", err)
	}
	if err := c.write(pair); err != nil {
		return nil, err
	}
	c.pair = pair
	return pair, nil
}

// covers holds where a certificate is for these addresses, and lasts.
func covers(leaf *x509.Certificate, ips []netip.Addr, now time.Time) bool {
	if now.Before(leaf.NotBefore) || now.After(leaf.NotAfter.Add(-ownBefore)) {
		return false
	}
	for _, ip := range ips {
		if !slices.ContainsFunc(leaf.IPAddresses, func(had net.IP) bool { return had.Equal(ip.AsSlice()) }) {
			return false
		}
	}
	return true
}

// issue makes a certificate, with the key and the addresses of the one before.
func issue(before *tls.Certificate, ips []netip.Addr, now time.Time) (*tls.Certificate, error) {
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return nil, err
	}
	all := []net.IP{}
	for _, ip := range ips {
		all = append(all, ip.AsSlice())
	}
	if before != nil {
		if had, ok := before.PrivateKey.(*ecdsa.PrivateKey); ok {
			key = had
		}
		for _, ip := range before.Leaf.IPAddresses {
			if !slices.ContainsFunc(all, ip.Equal) {
				all = append(all, ip)
			}
		}
	}
	serial, err := rand.Int(rand.Reader, new(big.Int).Lsh(big.NewInt(1), 127))
	if err != nil {
		return nil, err
	}
	of := &x509.Certificate{
		SerialNumber: serial, Subject: pkix.Name{CommonName: "Therapeon on this machine"},
		NotBefore: now.Add(-time.Hour), NotAfter: now.Add(ownFor),
		KeyUsage: x509.KeyUsageDigitalSignature, ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth},
		BasicConstraintsValid: true, DNSNames: []string{"localhost"}, IPAddresses: all[:min(len(all), mostOwn)],
	}
	der, err := x509.CreateCertificate(rand.Reader, of, of, key.Public(), key)
	if err != nil {
		return nil, err
	}
	leaf, err := x509.ParseCertificate(der)
	return &tls.Certificate{Certificate: [][]byte{der}, PrivateKey: key, Leaf: leaf}, err
}

func (c *certificate) read() (*tls.Certificate, error) {
	text, err := os.ReadFile(filepath.Join(c.folder, ownFile))
	if err != nil {
		return nil, err
	}
	pair, err := tls.X509KeyPair(text, text)
	if err != nil {
		return nil, fmt.Errorf("%s: %w; take it away, and a new one is made", filepath.Join(c.folder, ownFile), err)
	}
	return &pair, nil
}

func (c *certificate) write(pair *tls.Certificate) error {
	key, err := x509.MarshalPKCS8PrivateKey(pair.PrivateKey)
	if err != nil {
		return err
	}
	var text bytes.Buffer
	err = errors.Join(pem.Encode(&text, &pem.Block{Type: "CERTIFICATE", Bytes: pair.Certificate[0]}),
		pem.Encode(&text, &pem.Block{Type: "PRIVATE KEY", Bytes: key}))
	if err != nil {
		return err
	}
	path := filepath.Join(c.folder, ownFile)
	if err := os.WriteFile(path+".part", text.Bytes(), 0o600); err != nil {
		return fmt.Errorf("keep the certificate: %w", err)
	}
	return os.Rename(path+".part", path)
}
