package plan

import (
	"yellow-parcel/core/cutlist"
	"yellow-parcel/core/document"
	"yellow-parcel/core/say"
	"yellow-parcel/core/work"
)

// madeText says why nothing is cut.
const madeText = "The card is made: nothing of it is cut"

// cutPlan is how the batch comes out of the sheets, or why it does not.
func cutPlan(s say.Say, r *work.Result, whole bool, to *lines) *document.CutPlan {
	if r.Brief.Card.Made {
		return cutlist.Nothing(r.Brief.Stock.Spare, madeText)
	}
	list := cutlist.Write(s, r.Brief.Stock, &r.Batch, whole)
	to.answers = append(to.answers, list.Answers...)
	to.warnings = append(to.warnings, list.Warnings...)
	return list.Plan
}
