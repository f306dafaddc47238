package garden

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// maxKey of a client, in bytes.
const maxKey = 80

// idempotent carries out a write at most once for a client key: a request sent again
// with the same content returns what the first made, one with other content is
// refused with ErrSentOtherwise.
func (g *Garden) idempotent(ctx context.Context, key string, content any, do func(Writer) (logbook.ID, error)) (logbook.ID, error) {
	if key == "" || len(key) > maxKey || key != measure.PlainLine(key) {
		return 0, logbook.Refuse("", "This form came incomplete: open its page again and send it from there.")
	}
	sum := fingerprint(content)
	var id logbook.ID
	err := g.store.Update(ctx, func(w Writer) error {
		sent, ok, err := w.Sent(ctx, key)
		if err != nil {
			return err
		}
		if ok {
			id = sent.Result
			if sent.Fingerprint != sum {
				return logbook.ErrSentOtherwise
			}
			return nil
		}
		if id, err = do(w); err != nil {
			return err
		}
		return w.Remember(ctx, IdempotencyRecord{key, sum, id})
	})
	return id, err
}

// fingerprint tells two requests apart by what they are and what they ask: content is
// plain values, printed with their types and names.
func fingerprint(content any) string {
	sum := sha256.Sum256(fmt.Appendf(nil, "%#v", content))
	return hex.EncodeToString(sum[:12])
}
