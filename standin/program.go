package standin

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"strings"
	"time"
)

// Program is a running Therapeon, by its address.
type Program struct{ URL string }

// Post sends JSON and reads the answer.
func (p Program) Post(ctx context.Context, path string, in, out any) error {
	body, err := json.Marshal(in)
	if err != nil {
		return err
	}
	ctx, cancel := context.WithTimeout(ctx, 5*time.Second)
	defer cancel()
	r, err := http.NewRequestWithContext(
		ctx,
		http.MethodPost,
		strings.TrimSuffix(p.URL, "/")+path,
		bytes.NewReader(body),
	)
	if err != nil {
		return err
	}
	r.Header.Set("Content-Type", "application/json")
	answer, err := http.DefaultClient.Do(r)
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
