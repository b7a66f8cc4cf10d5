package api

import (
	"net/http"
	"reflect"

	"github.com/danielgtaylor/huma/v2"
)

// CarrierConflict is the answer to a save of rules that were changed elsewhere since.
type CarrierConflict struct {
	huma.ErrorModel
	Kept CarrierEntry `json:"kept"`
}

// ItemConflict is the answer to a save of something on the shelf that was changed elsewhere since.
type ItemConflict struct {
	huma.ErrorModel
	Kept ShelfEntry `json:"kept"`
}

// changedElsewhere is what such an answer says.
func changedElsewhere(detail string) huma.ErrorModel {
	return huma.ErrorModel{Status: http.StatusConflict, Title: "Conflict", Detail: detail}
}

// mayBeStale says of an operation that it answers a save of an old revision with T,
// which has what is kept.
func mayBeStale[T any](a huma.API, o *huma.Operation) {
	of := reflect.TypeFor[T]()
	o.Responses = map[string]*huma.Response{"409": {Description: "Changed elsewhere", Content: map[string]*huma.MediaType{
		"application/problem+json": {Schema: a.OpenAPI().Components.Schemas.Schema(of, true, of.Name())},
	}}}
}
