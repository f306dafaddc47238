package garden

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"

	"glebata/core/measure"
)

// longestKey of a client, in bytes.
const longestKey = 80

// once carries out a write at most once for a client key: a request sent again
// with the same content returns what the first made, one with other content is
// refused with ErrSentOtherwise.
func (g *Garden) once(ctx context.Context, key string, content any, do func(Writer) (ID, error)) (ID, error) {
	if key == "" || len(key) > longestKey || key != measure.PlainLine(key) {
		return 0, fault("", "This form came incomplete: open its page again and send it from there.")
	}
	digest, err := digestOf(content)
	if err != nil {
		return 0, err
	}
	var id ID
	err = g.store.Update(ctx, func(w Writer) error {
		sent, ok, err := w.Sent(ctx, key)
		if err != nil {
			return err
		}
		if ok {
			id = sent.Result
			if sent.Digest != digest {
				return ErrSentOtherwise
			}
			return nil
		}
		if id, err = do(w); err != nil {
			return err
		}
		return w.Remember(ctx, Sent{key, digest, id})
	})
	return id, err
}

// digestOf tells two requests apart by what they are and what they ask.
func digestOf(content any) (string, error) {
	b, err := json.Marshal(content)
	if err != nil {
		return "", fmt.Errorf("telling requests apart: %w", err)
	}
	sum := sha256.Sum256(fmt.Appendf(b, "%T", content))
	return hex.EncodeToString(sum[:12]), nil
}
