package store_test

import (
	"context"
	"errors"
	"fmt"
	"os"

	"yellow-parcel/store"
)

// A job is kept over the revision it edits; who edits an older one is told what is kept.
func Example() {
	dir, err := os.MkdirTemp("", "yellow-parcel")
	if err != nil {
		fmt.Println(err)
		return
	}
	defer os.RemoveAll(dir)
	kept, err := store.Open(dir)
	if err != nil {
		fmt.Println(err)
		return
	}
	defer kept.Close()
	ctx := context.Background()
	first, err := kept.Jobs.Create(ctx, store.Draft{Title: "Kite card", Document: "{}"})
	if err != nil {
		fmt.Println(err)
		return
	}
	second, err := kept.Jobs.Save(ctx, first.ID, first.Revision, store.Draft{Title: "Kite card, ten of them", Document: "{}"})
	fmt.Println("revision", second.Revision, err)
	now, err := kept.Jobs.Save(ctx, first.ID, first.Revision, store.Draft{Title: "Lantern card", Document: "{}"})
	fmt.Println(errors.Is(err, store.ErrConflict), "kept is", now.Title)
	// Output:
	// revision 2 <nil>
	// true kept is Kite card, ten of them
}
