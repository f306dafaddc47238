-- +goose Up
-- The floor of a lined bucket lies its liner's thickness over the bucket's own, where the bucket is wider.
UPDATE bag_model SET base_l_cm = base_l_cm + (top_l_cm - base_l_cm) * liner_cm / (height_cm + liner_cm),
  base_w_cm = base_w_cm + (top_w_cm - base_w_cm) * liner_cm / (height_cm + liner_cm) WHERE kind = 'lined' AND liner_cm > 0;

-- +goose Down
UPDATE bag_model SET base_l_cm = base_l_cm - (top_l_cm - base_l_cm) * liner_cm / height_cm,
  base_w_cm = base_w_cm - (top_w_cm - base_w_cm) * liner_cm / height_cm WHERE kind = 'lined' AND liner_cm > 0;
